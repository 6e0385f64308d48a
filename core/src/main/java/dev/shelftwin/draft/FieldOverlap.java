package dev.shelftwin.draft;

import dev.shelftwin.shape.Shape;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** How many fields two types have in common, by the words of their names. */
final class FieldOverlap {

  /** Names that fields of any type have. */
  private static final Set<String> ANYWHERE =
      Set.of(
          "code", "description", "id", "key", "links", "name", "status", "type", "uuid", "version");

  /** How many common fields tell something. */
  private static final int LEAST = 3;

  private final List<NameWords> these;
  private final List<NameWords> those;

  FieldOverlap(Shape one, Shape other) {
    this.these = names(one);
    this.those = names(other);
  }

  private static List<NameWords> names(Shape shape) {
    return shape.fields().stream().map(field -> NameWords.of(field.name())).distinct().toList();
  }

  /** The field names that both types have, without those of any type, such as id and name. */
  Set<String> common() {
    Set<String> common = joined(telling(these));
    common.retainAll(joined(those));
    return common;
  }

  /** The Jaccard index of the names; 0 if they have fewer than three fields in common. */
  double likeness() {
    Set<String> one = joined(these);
    Set<String> other = joined(those);
    return NameWords.common(one, other) < LEAST ? 0 : NameWords.shared(one, other);
  }

  /** The fraction of the first type's fields that the second has; 0 if it has only one field. */
  double contained() {
    Set<String> one = joined(these);
    return one.size() < 2 ? 0 : (double) NameWords.common(one, joined(those)) / one.size();
  }

  /**
   * The fraction of the first type's fields, without those that any type may have, whose names have
   * all words of a field of the second; 0 if there are none.
   */
  double support() {
    List<NameWords> telling = telling(these);
    long found = telling.stream().filter(name -> those.stream().anyMatch(holds(name))).count();
    return telling.isEmpty() ? 0 : (double) found / telling.size();
  }

  private static Predicate<NameWords> holds(NameWords name) {
    String joined = String.join("", name.all());
    return other -> name.contains(other) || joined.equals(String.join("", other.all()));
  }

  /** Whether both have enough fields to tell, and none of them in common. */
  boolean isNone() {
    return telling(these).size() > 1 && telling(those).size() > 1 && support() == 0;
  }

  private static List<NameWords> telling(List<NameWords> names) {
    return names.stream().filter(name -> !ANYWHERE.contains(String.join("", name.all()))).toList();
  }

  private static Set<String> joined(List<NameWords> names) {
    Set<String> joined = new HashSet<>();
    names.forEach(name -> joined.add(String.join("", name.all())));
    return joined;
  }
}
