package dev.shelftwin.plan;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A concept without some of its types, for a module that does not have them. */
public final class PlanPart {

  private final Concept concept;
  private final List<ShapeUse> kept;
  private final Set<String> absentNames;

  private PlanPart(Concept concept, List<ShapeUse> kept) {
    this.concept = concept;
    this.kept = List.copyOf(kept);
    Set<String> names = new LinkedHashSet<>();
    concept.shapes().stream()
        .filter(shape -> !kept.contains(shape))
        .forEach(shape -> names.addAll(namesOf(shape)));
    kept.forEach(shape -> names.removeAll(namesOf(shape)));
    this.absentNames = Set.copyOf(names);
  }

  /**
   * A concept without some of its types, and without what the plan says about them.
   *
   * @param has tells which types stay
   */
  public static Concept of(Concept concept, Predicate<ShapeUse> has) {
    List<ShapeUse> kept = concept.shapes().stream().filter(has).toList();
    return kept.equals(concept.shapes()) ? concept : new PlanPart(concept, kept).reduced();
  }

  private static List<String> namesOf(ShapeUse shape) {
    return List.of(shape.type(), shape.simpleName(), shape.layer().name());
  }

  private Concept reduced() {
    return new Concept(
        concept.name(),
        kept,
        concept.rows().stream().flatMap(row -> row(row).stream()).toList(),
        concept.omissions().stream().filter(one -> has(one.shape())).toList(),
        concept.directs().stream().filter(one -> has(one.from()) && has(one.to())).toList(),
        concept.existing().stream().filter(one -> has(one.from()) && has(one.to())).toList(),
        concept.at(),
        concept.rowEnd());
  }

  private boolean has(Text shape) {
    return kept.stream().anyMatch(one -> one.isNamed(shape.value()));
  }

  /** A row without the names that are not there; of one that says nothing else, only its role. */
  private Optional<Row> row(Row row) {
    Map<String, Text> names = without(row.names());
    Map<String, List<Text>> lists = without(row.lists());
    boolean aboutOthers = isAboutOuter(row.names(), row.lists()) && !isAboutOuter(names, lists);
    if (names.isEmpty() && lists.isEmpty()) {
      return Optional.empty();
    }
    if (!aboutOthers) {
      return Optional.of(
          new Row(
              names,
              lists,
              row.role(),
              row.derived(),
              without(row.stays()),
              new OneWay(without(row.oneWay().outOnly()), without(row.oneWay().inOnly())),
              without(row.given()),
              without(row.by()),
              without(row.codes()),
              without(row.absent()),
              without(row.unit()),
              without(row.format()),
              without(row.limits()),
              row.accept(),
              row.text()));
    }
    return row.role().isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Row(
                names,
                Map.of(),
                row.role(),
                Optional.empty(),
                Scoped.nothing(),
                new OneWay(Scoped.nothing(), Scoped.nothing()),
                Scoped.nothing(),
                Scoped.nothing(),
                Scoped.nothing(),
                Scoped.nothing(),
                Scoped.nothing(),
                Scoped.nothing(),
                Scoped.nothing(),
                row.accept(),
                row.text()));
  }

  private boolean isAboutOuter(Map<String, Text> names, Map<String, List<Text>> lists) {
    Set<String> hub = new LinkedHashSet<>(namesOf(concept.hub()));
    return Stream.concat(names.keySet().stream(), lists.keySet().stream())
        .anyMatch(name -> !hub.contains(name));
  }

  private <T> Scoped<T> without(Scoped<T> scoped) {
    return new Scoped<>(scoped.everywhere(), without(scoped.only()));
  }

  private <T> Map<String, T> without(Map<String, T> byName) {
    return byName.entrySet().stream()
        .filter(entry -> !absentNames.contains(entry.getKey()))
        .collect(
            Collectors.toMap(
                Map.Entry::getKey, Map.Entry::getValue, (one, other) -> one, LinkedHashMap::new));
  }
}
