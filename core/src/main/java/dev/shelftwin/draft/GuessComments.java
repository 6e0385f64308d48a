package dev.shelftwin.draft;

import dev.shelftwin.plan.PlanWriter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The comments about guesses: one for each kind, where the first guess of that kind is. Where that
 * would be long, there is one in each concept.
 */
final class GuessComments implements PlanWriter.Comments {

  private static final int WIDTH = 92;

  /** How many guesses of a kind are listed in one place. */
  private static final int MOST = 12;

  private final Map<Guess.Kind, Map<Object, Guessed>> byKind = new EnumMap<>(Guess.Kind.class);

  /**
   * What was guessed within a concept or layer.
   *
   * @param first the part of the plan with the first guess
   */
  private record Guessed(Object first, Set<String> subjects) {}

  /**
   * Adds a guess.
   *
   * @param owner the concept or layer
   * @param part the part of it that the guess is about
   */
  void add(Object owner, Object part, Guess guess) {
    byKind
        .computeIfAbsent(guess.kind(), kind -> new LinkedHashMap<>())
        .computeIfAbsent(owner, any -> new Guessed(part, new LinkedHashSet<>()))
        .subjects()
        .add(guess.subject());
  }

  int guesses() {
    return count(false);
  }

  int observed() {
    return count(true);
  }

  private int count(boolean observed) {
    return byKind.entrySet().stream()
        .filter(entry -> entry.getKey().isObserved() == observed)
        .mapToInt(entry -> subjects(entry.getValue()).size())
        .sum();
  }

  private static List<String> subjects(Map<Object, Guessed> byOwner) {
    return byOwner.values().stream().flatMap(one -> one.subjects().stream()).distinct().toList();
  }

  @Override
  public List<String> about(Object part) {
    List<String> lines = new ArrayList<>();
    byKind.forEach(
        (kind, byOwner) -> {
          List<String> all = subjects(byOwner);
          boolean together = all.size() <= MOST;
          Stream<Guessed> places = byOwner.values().stream().limit(together ? 1 : Long.MAX_VALUE);
          places
              .filter(one -> one.first() == part)
              .forEach(
                  one -> lines.addAll(lines(kind, together ? all : List.copyOf(one.subjects()))));
        });
    return lines;
  }

  private static List<String> lines(Guess.Kind kind, List<String> subjects) {
    List<String> lines = new ArrayList<>();
    StringBuilder line =
        new StringBuilder(kind.isObserved() ? "observed: " : "guess: ")
            .append(kind.description())
            .append(":");
    String separator = " ";
    for (String subject : subjects) {
      if (line.length() + subject.length() > WIDTH) {
        lines.add(line + separator.strip());
        line = new StringBuilder("  ");
        separator = "";
      }
      line.append(separator).append(subject);
      separator = ", ";
    }
    lines.add(line.toString());
    return lines;
  }
}
