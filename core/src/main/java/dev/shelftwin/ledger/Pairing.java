package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which fields of a concept's shapes belong together: those of the same name, but for what the
 * plan's rows say.
 */
public final class Pairing {

  private final Concept concept;
  private final List<Station> stations;
  private final Paths paths;
  private final Station hub;
  private final List<Station> outer;
  private final Map<Known, Optional<Row>> rows = new HashMap<>();

  Pairing(Concept concept, List<Station> stations, Paths paths) {
    this.concept = concept;
    this.stations = List.copyOf(stations);
    this.paths = paths;
    this.hub = station(concept.hub());
    this.outer = concept.outer().map(this::station).toList();
  }

  /** The field of a shape by its name or path. */
  public Optional<Field> field(Station station, String path) {
    return paths.find(station.shape(), path);
  }

  /** The parts of a field that rows pair one by one with something of an outer shape. */
  List<String> parts(String field, Station station, Station outer) {
    return concept.rows().stream()
        .filter(row -> row.named(outer.use()).isPresent())
        .flatMap(row -> row.nameIn(station.use(), concept).stream())
        .filter(name -> name.startsWith(field + "."))
        .map(Paths::rest)
        .distinct()
        .toList();
  }

  public Concept concept() {
    return concept;
  }

  Station hub() {
    return hub;
  }

  List<Station> outer() {
    return outer;
  }

  Station station(ShapeUse use) {
    return stations.stream().filter(station -> station.use().equals(use)).findFirst().orElseThrow();
  }

  /** The row about a field of a shape, by the name it has there. */
  public Optional<Row> rowOf(String field, Station station) {
    return rows.computeIfAbsent(new Known(station, field), this::findRow);
  }

  private Optional<Row> findRow(Known known) {
    String field = known.field();
    ShapeUse use = known.station().use();
    Optional<Row> own =
        concept.rows().stream()
            .filter(
                row ->
                    row.named(use).map(Text::value).equals(Optional.of(field))
                        || row.several(use).contains(field))
            .findFirst();
    return own.or(
        () ->
            concept.rows().stream()
                .filter(row -> row.named(use).isEmpty())
                .filter(row -> row.nameIn(use, concept).equals(Optional.of(field)))
                .findFirst());
  }

  private record Known(Station station, String field) {}

  /** What the domain calls a field of a shape; its own name where the domain does not know it. */
  public String hubName(String field, Station station) {
    return station.equals(hub()) ? field : inward(field, station).orElse(field);
  }

  /** The name that a field of the domain has in another shape; empty where it has none. */
  Optional<String> outward(String hubField, Station outer) {
    Optional<Row> row = rowOf(hubField, hub());
    Optional<Text> named = row.flatMap(said -> said.named(outer.use()));
    if (named.isPresent()) {
      return named.map(Text::value);
    }
    boolean taken =
        concept.rows().stream()
            .filter(other -> row.filter(other::equals).isEmpty())
            .anyMatch(
                other -> other.named(outer.use()).map(Text::value).equals(Optional.of(hubField)));
    return taken ? Optional.empty() : Optional.of(hubField);
  }

  /** The domain's name of a field of another shape; empty where no row and no name leads there. */
  Optional<String> inward(String outerField, Station outer) {
    Optional<Row> row = rowOf(outerField, outer);
    Optional<String> named = row.flatMap(said -> said.named(concept.hub())).map(Text::value);
    if (row.isPresent() && row.get().named(outer.use()).isPresent()) {
      return named;
    }
    String candidate = named.orElse(outerField);
    return outward(candidate, outer).filter(outerField::equals).map(name -> candidate);
  }
}
