package dev.shelftwin.shape;

import java.util.Locale;

/** Writes enumeration constants as plans, findings and JSON do. */
public final class KebabCase {

  private KebabCase() {}

  /** The constant in lower case, words joined by hyphens. */
  public static String of(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
