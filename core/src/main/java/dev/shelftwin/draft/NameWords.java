package dev.shelftwin.draft;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The words of a name. */
final class NameWords {

  /**
   * Between words: other characters, a capital after a lower-case letter, the last of several
   * capitals.
   */
  private static final Pattern BOUNDARY =
      Pattern.compile(
          "[^\\p{L}\\p{N}]+|(?<=[\\p{Ll}\\p{N}])(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})");

  private final List<String> all;
  private final Set<String> roots;
  private final String joined;

  NameWords(List<String> all) {
    this.all = List.copyOf(all);
    this.roots = all.stream().map(NameWords::root).collect(Collectors.toSet());
    this.joined = String.join("", all);
  }

  /** The words, in lower case. */
  List<String> all() {
    return all;
  }

  /** Its letters alone. */
  String joined() {
    return joined;
  }

  /**
   * The words of a name in camel case or with underscores; nested types in their order. A name
   * without letters is a word itself.
   */
  static NameWords of(String name) {
    List<String> words = new ArrayList<>();
    for (String word : BOUNDARY.split(name, -1)) {
      if (!word.isEmpty()) {
        words.add(word.toLowerCase(Locale.ROOT));
      }
    }
    return new NameWords(words.isEmpty() ? List.of(name) : words);
  }

  boolean anyOf(Set<String> some) {
    return all.stream().anyMatch(some::contains);
  }

  /** The last word alone. */
  NameWords last() {
    return new NameWords(all.subList(Math.max(0, all.size() - 1), all.size()));
  }

  /** Without a last word, unless it is the only one. */
  NameWords withoutLast(String word) {
    int last = all.size() - 1;
    return last > 0 && all.get(last).equals(word) ? new NameWords(all.subList(0, last)) : this;
  }

  /** The same, where a plural counts as its singular. */
  boolean anyRootOf(Set<String> some) {
    return roots.stream().anyMatch(some::contains);
  }

  /** Whether it has all words of another name, in any order. */
  boolean contains(NameWords other) {
    return roots.containsAll(other.roots);
  }

  /** Whether it begins with some words. */
  boolean startsWith(List<String> words) {
    return all.size() >= words.size() && all.subList(0, words.size()).equals(words);
  }

  /** The words that another name does not have. */
  NameWords without(NameWords other) {
    return new NameWords(
        all.stream().filter(word -> other.all.stream().noneMatch(one -> same(word, one))).toList());
  }

  NameWords followedBy(NameWords other) {
    List<String> both = new ArrayList<>(all);
    both.addAll(other.all);
    return new NameWords(both);
  }

  /** The similarity of two names: 1 for the same words or letters, 0 for no word in common. */
  double similarity(NameWords other) {
    return joined.equals(other.joined) ? 1 : shared(roots, other.roots);
  }

  /** The Jaccard index of two sets: 1 if they are equal, 0 if they have nothing in common. */
  static double shared(Set<String> these, Set<String> those) {
    Set<String> either = new HashSet<>(these);
    either.addAll(those);
    return either.isEmpty() ? 0 : (double) common(these, those) / either.size();
  }

  /** The number of elements in both. */
  static int common(Set<String> these, Set<String> those) {
    return (int) these.stream().filter(those::contains).count();
  }

  private static boolean same(String one, String other) {
    return root(one).equals(root(other));
  }

  /** A plural counts as its singular. */
  private static String root(String word) {
    return word.length() > 3 && word.endsWith("s") && !word.endsWith("ss")
        ? word.substring(0, word.length() - 1)
        : word;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof NameWords words && all.equals(words.all);
  }

  @Override
  public int hashCode() {
    return all.hashCode();
  }

  @Override
  public String toString() {
    return String.join(" ", all);
  }
}
