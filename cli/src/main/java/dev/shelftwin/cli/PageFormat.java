package dev.shelftwin.cli;

import java.util.Locale;

/** The format of a page. */
enum PageFormat {
  HTML("html"),
  MARKDOWN("md");

  /** How the names of its files end. */
  private final String ending;

  PageFormat(String ending) {
    this.ending = ending;
  }

  String ending() {
    return ending;
  }

  /** As the option writes it. */
  @Override
  public String toString() {
    return name().toLowerCase(Locale.ROOT);
  }
}
