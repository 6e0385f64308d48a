package dev.shelftwin.shape;

import java.util.Locale;

/** Constants as plans, findings and JSON write them. */
public final class Keys {

  private Keys() {}

  /** In lower case, words joined by hyphens. */
  public static String of(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
