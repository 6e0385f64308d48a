package dev.shelftwin.finding;

import dev.shelftwin.shape.KebabCase;

/** How serious a finding is, the least serious first. */
public enum Severity {
  /** For information; nothing is lost. */
  NOTE,
  /** Nothing is lost today, but the plan or the limits do not match the code. */
  WARNING,
  /** A value is lost, wrong, or exposed. */
  ERROR;

  /** The name in reports and options. */
  public String key() {
    return KebabCase.of(this);
  }
}
