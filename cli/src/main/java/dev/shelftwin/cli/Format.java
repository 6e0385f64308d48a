package dev.shelftwin.cli;

import java.util.Locale;

/** The format of results. */
enum Format {
  TEXT,
  JSON;

  /** As the option writes it. */
  @Override
  public String toString() {
    return name().toLowerCase(Locale.ROOT);
  }
}
