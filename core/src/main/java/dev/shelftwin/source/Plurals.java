package dev.shelftwin.source;

import java.util.ArrayList;
import java.util.List;

/** The plurals of English words. */
final class Plurals {

  private Plurals() {}

  /** The regular plurals that a word may have; names are in camel case. */
  static List<String> of(String word) {
    List<String> plurals = new ArrayList<>(List.of(word + "s", word + "es"));
    if (word.endsWith("y")) {
      plurals.add(word.substring(0, word.length() - 1) + "ies");
    }
    if (word.endsWith("f")) {
      plurals.add(word.substring(0, word.length() - 1) + "ves");
    }
    return plurals;
  }
}
