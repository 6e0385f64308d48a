package dev.shelftwin.change;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.plan.TypeDescription;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Gives fields their other names where a plan describes the types that have them. */
final class DescribedNames {

  private final ConceptLedger concept;
  private final NewNames names;
  private final PlanEdits edits;

  /** Finds the new name of a field; empty if the field keeps its name. */
  @FunctionalInterface
  interface NewNames {
    Optional<String> of(String field, Shape type);
  }

  DescribedNames(ConceptLedger concept, NewNames names, PlanEdits edits) {
    this.concept = concept;
    this.names = names;
    this.edits = edits;
  }

  /** The types of the concept with their other descriptions. */
  List<ShapeUse> in(List<ShapeUse> uses) {
    return uses.stream().map(this::in).toList();
  }

  private ShapeUse in(ShapeUse use) {
    Optional<Shape> own =
        concept
            .shapes()
            .filter(shape -> shape.use().equals(use))
            .map(ResolvedShape::shape)
            .findFirst();
    if (use.description().isEmpty() || own.isEmpty()) {
      return use;
    }
    TypeDescription description = use.description().get();
    Optional<Shape> other = description.as().flatMap(layer -> ofLayer(layer.value()));
    return use.describedAs(
        new TypeDescription(
            description.as(),
            fields(description.fields(), own.get()),
            all(description.without(), other),
            derived(description.renamed(), own.get(), other),
            all(description.unwrapped(), other),
            all(description.flattened(), other)));
  }

  /** The type of a layer from which others of the concept are derived. */
  private Optional<Shape> ofLayer(String layer) {
    return concept
        .shapes()
        .filter(shape -> shape.layer().name().equals(layer))
        .map(ResolvedShape::shape)
        .findFirst();
  }

  private Map<String, FieldDescription> fields(Map<String, FieldDescription> fields, Shape own) {
    Map<String, FieldDescription> renamed = new LinkedHashMap<>();
    for (FieldDescription field : fields.values()) {
      Text name = renamed(field.name(), own);
      renamed.put(
          name.value(),
          new FieldDescription(
              name, field.type(), field.optional(), field.limits(), field.role(), field.words()));
    }
    return renamed;
  }

  private List<Text> all(List<Text> fields, Optional<Shape> other) {
    List<Text> renamed = new ArrayList<>();
    fields.forEach(field -> renamed.add(other.map(shape -> renamed(field, shape)).orElse(field)));
    return renamed;
  }

  /** Names of the type's own, by the names in the type that it is derived from. */
  private Map<String, Text> derived(Map<String, Text> names, Shape own, Optional<Shape> other) {
    Map<String, Text> renamed = new LinkedHashMap<>();
    names.forEach(
        (there, here) -> {
          Text key = before(there, here);
          Text newKey = other.map(shape -> renamed(key, shape)).orElse(key);
          renamed.put(newKey.value(), renamed(here, own));
        });
    return renamed;
  }

  /** A key, which the plan's reader keeps no place of: it stands before its value. */
  private static Text before(String key, Text value) {
    Place at = value.at();
    int column = Math.max(1, at.column() - key.length() - 3);
    return new Text(key, new Place(at.file(), at.line(), column, at.text()));
  }

  private Text renamed(Text field, Shape type) {
    Optional<String> other = names.of(field.value(), type);
    other.ifPresent(name -> edits.replace(field, name));
    return other.map(name -> new Text(name, field.at())).orElse(field);
  }
}
