package dev.shelftwin.cli;

import java.util.Locale;

/** What results are written as. */
enum Format {
  TEXT,
  JSON;

  /** As the option writes it. */
  @Override
  public String toString() {
    return name().toLowerCase(Locale.ROOT);
  }
}
