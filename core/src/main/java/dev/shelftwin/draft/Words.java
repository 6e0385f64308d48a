package dev.shelftwin.draft;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** The words that a name is made of. */
record Words(List<String> all) {

  /** Between words: other characters, a capital after a small letter, the last of many capitals. */
  private static final Pattern BOUNDARY =
      Pattern.compile(
          "[^\\p{L}\\p{N}]+|(?<=[\\p{Ll}\\p{N}])(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})");

  Words {
    all = List.copyOf(all);
  }

  /** The words of a name in camel case or with underscores; nested types in their order. */
  static Words of(String name) {
    List<String> words = new ArrayList<>();
    for (String word : BOUNDARY.split(name, -1)) {
      if (!word.isEmpty()) {
        words.add(word.toLowerCase(Locale.ROOT));
      }
    }
    return new Words(words);
  }

  boolean anyOf(Set<String> some) {
    return all.stream().anyMatch(some::contains);
  }

  /** Whether it has all words of another, in whatever order. */
  boolean contains(Words other) {
    return roots().containsAll(other.roots());
  }

  /** What is left without the words of another. */
  Words without(Words other) {
    return new Words(
        all.stream().filter(word -> other.all.stream().noneMatch(one -> same(word, one))).toList());
  }

  Words followedBy(Words other) {
    List<String> both = new ArrayList<>(all);
    both.addAll(other.all);
    return new Words(both);
  }

  /** How alike two names are: 1 for the same words, 0 for none in common. */
  double likeness(Words other) {
    return shared(roots(), other.roots());
  }

  /** How much of two sets is in both: 1 for the same, 0 for none (the Jaccard index). */
  static double shared(Set<String> these, Set<String> those) {
    Set<String> either = new HashSet<>(these);
    either.addAll(those);
    return either.isEmpty() ? 0 : (double) common(these, those) / either.size();
  }

  /** How many are in both. */
  static int common(Set<String> these, Set<String> those) {
    return (int) these.stream().filter(those::contains).count();
  }

  private Set<String> roots() {
    Set<String> roots = new HashSet<>();
    all.forEach(word -> roots.add(root(word)));
    return roots;
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
}
