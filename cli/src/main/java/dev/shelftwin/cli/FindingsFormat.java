package dev.shelftwin.cli;

import java.util.Locale;

/** The format of findings. */
enum FindingsFormat {
  TEXT,
  JSON,
  SARIF,
  MARKDOWN;

  /** As the option writes it. */
  @Override
  public String toString() {
    return name().toLowerCase(Locale.ROOT);
  }
}
