package dev.shelftwin.finding;

import dev.shelftwin.shape.Keys;

/** How grave a finding is, least first. */
public enum Severity {
  /** Worth knowing; nothing is lost. */
  NOTE,
  /** Nothing is lost today, but the plan says something that is not so. */
  WARNING,
  /** A value is lost, wrong, or seen by someone who must not see it. */
  ERROR;

  /** As reports and options write it. */
  public String key() {
    return Keys.of(this);
  }
}
