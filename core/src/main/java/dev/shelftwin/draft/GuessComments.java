package dev.shelftwin.draft;

import dev.shelftwin.plan.PlanWriter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The comments about guesses: one for each kind, where the first guess of that kind is. */
final class GuessComments implements PlanWriter.Comments {

  private static final int WIDTH = 92;

  private final Map<Guess.Kind, Set<String>> subjects = new EnumMap<>(Guess.Kind.class);
  private final Map<Guess.Kind, Object> first = new EnumMap<>(Guess.Kind.class);

  /** Adds a guess about a part of the plan. */
  void add(Object part, Guess guess) {
    first.putIfAbsent(guess.kind(), part);
    subjects.computeIfAbsent(guess.kind(), kind -> new LinkedHashSet<>()).add(guess.subject());
  }

  int guesses() {
    return count(false);
  }

  int observed() {
    return count(true);
  }

  private int count(boolean observed) {
    return subjects.entrySet().stream()
        .filter(entry -> entry.getKey().isObserved() == observed)
        .mapToInt(entry -> entry.getValue().size())
        .sum();
  }

  @Override
  public List<String> about(Object part) {
    List<String> lines = new ArrayList<>();
    first.forEach(
        (kind, where) -> {
          if (where == part) {
            lines.addAll(lines(kind));
          }
        });
    return lines;
  }

  private List<String> lines(Guess.Kind kind) {
    List<String> lines = new ArrayList<>();
    StringBuilder line =
        new StringBuilder(kind.isObserved() ? "observed: " : "guess: ")
            .append(kind.description())
            .append(":");
    String separator = " ";
    for (String subject : subjects.getOrDefault(kind, Set.of())) {
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
