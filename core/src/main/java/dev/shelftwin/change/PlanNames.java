package dev.shelftwin.change;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.RowBuilder;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Gives fields their other names in a plan, and pairs those that no longer have one name. */
final class PlanNames {

  private final Ledger ledger;
  private final Shapes shapes;
  private final List<Renaming> renamings;
  private final PlanEdits edits = new PlanEdits();
  private final Map<String, Concept> concepts = new LinkedHashMap<>();

  PlanNames(Ledger ledger, Shapes shapes, List<Renaming> renamings) {
    this.ledger = ledger;
    this.shapes = shapes;
    this.renamings = List.copyOf(renamings);
    ledger.plan().concepts().forEach(one -> concepts.put(one.name(), one));
  }

  PlanEdits edits() {
    return edits;
  }

  Plan plan() {
    return ledger.plan().with(List.copyOf(concepts.values()));
  }

  /** Renames the fields in all rows, omissions and descriptions. */
  void rename() {
    for (ConceptLedger one : ledger.concepts()) {
      Optional.ofNullable(concepts.get(one.name()))
          .ifPresent(
              concept ->
                  concepts.put(
                      one.name(),
                      concept.with(
                          new DescribedNames(one, this::renamed, edits).in(concept.shapes()),
                          concept.rows().stream().map(row -> renamed(row, one)).toList(),
                          concept.omissions().stream().map(some -> renamed(some, one)).toList())));
    }
  }

  private Row renamed(Row row, ConceptLedger concept) {
    Row renamed = row;
    for (Map.Entry<String, Text> entry : row.names().entrySet()) {
      Text name = entry.getValue();
      Optional<String> other =
          concept
              .shapes()
              .filter(shape -> isNamed(shape, entry.getKey()))
              .flatMap(shape -> renamed(name.value(), shape.shape()).stream())
              .findFirst();
      if (other.isPresent()) {
        Text text = new Text(other.get(), name.at());
        edits.replace(name, text.value());
        renamed = renamed.naming(entry.getKey(), text);
      }
    }
    return renamed;
  }

  private Omission renamed(Omission omission, ConceptLedger concept) {
    List<Text> fields = new ArrayList<>();
    for (Text name : omission.fields()) {
      Optional<String> other = renamed(name.value(), concept.hub().shape());
      other.ifPresent(to -> edits.replace(name, to));
      fields.add(other.map(to -> new Text(to, name.at())).orElse(name));
    }
    return new Omission(omission.shape(), fields, omission.because());
  }

  private static boolean isNamed(ResolvedShape shape, String layerOrShape) {
    return shape.layer().name().equals(layerOrShape) || shape.use().isNamed(layerOrShape);
  }

  /** A path with the other names of its parts; empty if it stays as it is. */
  private Optional<String> renamed(String path, Shape from) {
    List<String> parts = new ArrayList<>();
    Optional<Shape> shape = Optional.of(from);
    for (String part : path.split("\\.", -1)) {
      Optional<TypeRef> type = shape.map(Shape::type);
      parts.add(
          renamings.stream()
              .filter(one -> type.filter(one::isOf).isPresent() && one.from().equals(part))
              .map(Renaming::to)
              .findFirst()
              .orElse(part));
      shape =
          shape
              .flatMap(one -> one.field(part))
              .map(Field::type)
              .map(Container::held)
              .flatMap(shapes::find);
    }
    String renamed = String.join(".", parts);
    return renamed.equals(path) ? Optional.empty() : Optional.of(renamed);
  }

  /**
   * Pairs a field of the hub with the same field of other types that have another name for it.
   *
   * @param field its name in the hub before the change
   * @param names its name in a type after the change; empty if the type does not have it
   */
  void pair(ConceptLedger ledger, String field, Function<ResolvedShape, Optional<String>> names) {
    Concept concept = concepts.get(ledger.name());
    if (concept == null) {
      return;
    }
    String hub = names.apply(ledger.hub()).orElse(field);
    Optional<Row> known =
        concept.rows().stream()
            .filter(row -> row.nameIn(concept.hub(), concept).equals(Optional.of(hub)))
            .findFirst();
    Map<String, String> more = new LinkedHashMap<>();
    for (ResolvedShape shape : ledger.outer()) {
      Optional<String> name = names.apply(shape).filter(one -> !one.equals(hub));
      boolean said = known.flatMap(row -> row.named(shape.use())).isPresent();
      if (name.isPresent() && !said) {
        boolean ofLayer =
            ledger.outer().stream()
                .filter(other -> other.layer().equals(shape.layer()))
                .map(names)
                .allMatch(one -> one.isEmpty() || one.equals(name));
        more.put(ofLayer ? shape.layer().name() : shape.use().simpleName(), name.get());
      }
    }
    if (!more.isEmpty()) {
      concepts.put(ledger.name(), paired(concept, known, hub, more));
    }
  }

  private Concept paired(
      Concept concept, Optional<Row> known, String hub, Map<String, String> more) {
    List<Row> rows = new ArrayList<>(concept.rows());
    StringBuilder words = new StringBuilder();
    more.forEach((key, name) -> words.append(", ").append(key).append(": ").append(name));
    if (known.isPresent()) {
      Row row = known.get();
      if (row.text().ofSeveral()) {
        throw new InputException(
            row.at(),
            "the row of " + row.field() + " lists other fields too, so it cannot pair it",
            "give " + row.field() + " a row of its own, then rename it");
      }
      row.text().end().ifPresent(end -> edits.insert(end.insert(words.substring(2))));
      Row extended = row;
      for (Map.Entry<String, String> one : more.entrySet()) {
        extended = extended.naming(one.getKey(), new Text(one.getValue(), row.at()));
      }
      rows.set(rows.indexOf(row), extended);
    } else {
      String key = concept.hub().layer().name();
      concept
          .rowEnd()
          .ifPresent(end -> edits.insert(end.insert("{ " + key + ": " + hub + words + " }")));
      RowBuilder row = new RowBuilder().field(key, hub);
      more.forEach(row::field);
      rows.add(row.row(concept.at()));
    }
    return concept.with(rows);
  }
}
