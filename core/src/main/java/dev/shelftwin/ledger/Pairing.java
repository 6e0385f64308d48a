package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/** Which fields of a concept's shapes belong together: by the plan's rows, otherwise by name. */
public final class Pairing {

  private final Concept concept;
  private final List<ResolvedShape> resolvedShapes;
  private final FieldPaths paths;
  private final ResolvedShape hub;
  private final List<ResolvedShape> outer;

  /** Rows are looked up often and never change. */
  private final Map<ResolvedShape, Map<String, Row>> rows = new ConcurrentHashMap<>();

  Pairing(Concept concept, List<ResolvedShape> resolvedShapes, Shapes shapes) {
    this(concept, resolvedShapes, new FieldPaths(shapes));
  }

  private Pairing(Concept concept, List<ResolvedShape> resolvedShapes, FieldPaths paths) {
    this.concept = concept;
    this.resolvedShapes = List.copyOf(resolvedShapes);
    this.paths = paths;
    this.hub = shape(concept.hub());
    this.outer = concept.outer().map(this::shape).toList();
  }

  Pairing withShapes(List<ResolvedShape> others) {
    return new Pairing(concept, others, paths);
  }

  public Concept concept() {
    return concept;
  }

  ResolvedShape hub() {
    return hub;
  }

  List<ResolvedShape> outer() {
    return outer;
  }

  Stream<ResolvedShape> shapes() {
    return resolvedShapes.stream();
  }

  ResolvedShape shape(ShapeUse use) {
    return resolvedShapes.stream().filter(one -> one.use().equals(use)).findFirst().orElseThrow();
  }

  FieldPaths paths() {
    return paths;
  }

  /** The field of a shape by its name or path. */
  public Optional<Field> field(ResolvedShape shape, String path) {
    return paths.find(shape.shape(), path);
  }

  /** The parts of a field that rows pair one by one with fields of an outer shape. */
  List<String> parts(String field, ResolvedShape shape, ResolvedShape other) {
    return concept.rows().stream()
        .filter(row -> row.named(other.use()).isPresent())
        .flatMap(row -> row.nameIn(shape.use(), concept).stream())
        .filter(name -> name.startsWith(field + "."))
        .filter(name -> field(shape, name).isPresent()) // else another type of the layer has it
        .map(FieldPaths::rest)
        .distinct()
        .toList();
  }

  /** The row about a field of a shape, by the name that it has there. */
  public Optional<Row> rowOf(String field, ResolvedShape shape) {
    return Optional.ofNullable(rows.computeIfAbsent(shape, this::rowsByField).get(field));
  }

  /** The rows by field. A row that names the shape or its layer wins over one for the hub only. */
  private Map<String, Row> rowsByField(ResolvedShape shape) {
    ShapeUse use = shape.use();
    Map<String, Row> byField = new HashMap<>();
    for (Row row : concept.rows()) {
      row.named(use).ifPresent(name -> byField.putIfAbsent(name.value(), row));
      row.several(use).forEach(name -> byField.putIfAbsent(name, row));
    }
    for (Row row : concept.rows()) {
      if (row.named(use).isEmpty()) {
        row.nameIn(use, concept).ifPresent(name -> byField.putIfAbsent(name, row));
      }
    }
    return byField;
  }

  /** The layer's default for a field; empty if the concept has a row about the field. */
  Optional<FieldDefault> defaultOf(String field, ResolvedShape shape) {
    return rowOf(field, shape).isPresent()
        ? Optional.empty()
        : shape.layer().defaults().field(field);
  }

  /** The name of a field in the hub; its own name if the hub has no counterpart. */
  public String hubName(String field, ResolvedShape shape) {
    return shape.equals(hub) ? field : inward(field, shape).orElse(field);
  }

  /** The name of a hub field in another shape; empty if it has none there. */
  Optional<String> outward(String hubField, ResolvedShape other) {
    Optional<Row> row = rowOf(hubField, hub);
    Optional<Text> named = row.flatMap(said -> said.named(other.use()));
    if (named.isPresent()) {
      return named.map(Text::value);
    }
    List<String> copies = row.map(said -> said.copies(other.use())).orElse(List.of());
    if (!copies.isEmpty()) {
      return Optional.of(copies.get(0));
    }
    boolean taken =
        concept.rows().stream()
            .filter(one -> row.filter(one::equals).isEmpty() && !one.onlyRemarks())
            .anyMatch(one -> one.named(other.use()).map(Text::value).equals(Optional.of(hubField)));
    return taken ? Optional.empty() : Optional.of(hubField);
  }

  /** The name in the hub of a field of another shape; empty if no row and no name pairs them. */
  Optional<String> inward(String outerField, ResolvedShape other) {
    Optional<Row> row = rowOf(outerField, other);
    Optional<String> named = row.flatMap(said -> said.named(concept.hub())).map(Text::value);
    boolean pairs = row.filter(said -> !said.onlyRemarks()).isPresent();
    boolean isNamed = pairs && row.get().named(other.use()).isPresent();
    if (isNamed || (pairs && row.get().copies(other.use()).contains(outerField))) {
      return named;
    }
    String candidate = named.orElse(outerField);
    return outward(candidate, other).filter(outerField::equals).map(name -> candidate);
  }

  /** Two pairings of one concept are equal. */
  @Override
  public boolean equals(Object other) {
    return this == other || (other instanceof Pairing that && concept.equals(that.concept));
  }

  @Override
  public int hashCode() {
    return concept.hashCode();
  }
}
