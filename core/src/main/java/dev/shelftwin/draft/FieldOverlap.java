package dev.shelftwin.draft;

import dev.shelftwin.shape.Shape;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** How many fields two types have in common, by the words of their names. */
final class FieldOverlap {

  /** Names that fields of any type have. */
  private static final Set<String> ANYWHERE =
      Set.of(
          "code", "description", "id", "key", "links", "name", "status", "type", "uuid", "version");

  /** How many common fields tell something. */
  private static final int LEAST = 3;

  private final Names these;
  private final Names those;

  FieldOverlap(Names these, Names those) {
    this.these = these;
    this.those = those;
  }

  /**
   * The names of the fields of one type.
   *
   * @param all each of them once
   * @param telling those that few types have: not such as id and name
   * @param joined their letters
   */
  record Names(Set<NameWords> all, List<NameWords> telling, Set<String> joined) {

    static Names of(Shape shape) {
      Set<NameWords> all =
          shape.fields().stream()
              .map(field -> NameWords.of(field.name()))
              .collect(Collectors.toCollection(LinkedHashSet::new));
      List<NameWords> telling =
          all.stream().filter(name -> !ANYWHERE.contains(name.joined())).toList();
      return new Names(
          all, telling, all.stream().map(NameWords::joined).collect(Collectors.toSet()));
    }
  }

  /** The telling field names that both types have. */
  Set<String> common() {
    return these.telling.stream()
        .map(NameWords::joined)
        .filter(those.joined::contains)
        .collect(Collectors.toSet());
  }

  /** The Jaccard index of the names; 0 if they have fewer than three fields in common. */
  double likeness() {
    return NameWords.common(these.joined, those.joined) < LEAST
        ? 0
        : NameWords.shared(these.joined, those.joined);
  }

  /** The fraction of the first type's fields that the second has; 0 if it has only one field. */
  double contained() {
    int fields = these.joined.size();
    return fields < 2 ? 0 : (double) NameWords.common(these.joined, those.joined) / fields;
  }

  /**
   * The fraction of the first type's telling fields whose names have all words of a field of the
   * second; 0 if there are none.
   */
  double support() {
    long found = these.telling.stream().filter(this::isSupported).count();
    return these.telling.isEmpty() ? 0 : (double) found / these.telling.size();
  }

  /** Whether a type with several telling fields has only one of them in common with the second. */
  boolean isByOneOfSeveral() {
    return these.telling.size() > 1 && these.telling.stream().filter(this::isSupported).count() < 2;
  }

  private boolean isSupported(NameWords name) {
    return those.joined.contains(name.joined()) || those.all.stream().anyMatch(name::contains);
  }

  /** Whether both types have at least two telling fields, and none of them in common. */
  boolean isNone() {
    return these.telling.size() > 1
        && those.telling.size() > 1
        && these.telling.stream().noneMatch(this::isSupported);
  }
}
