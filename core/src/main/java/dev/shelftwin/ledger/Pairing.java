package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Optional;

/**
 * Which fields of a concept's shapes belong together: those of the same name, but for what the
 * plan's rows say.
 */
public final class Pairing {

  private final Concept concept;
  private final List<Station> stations;

  Pairing(Concept concept, List<Station> stations) {
    this.concept = concept;
    this.stations = List.copyOf(stations);
  }

  public Concept concept() {
    return concept;
  }

  Station domain() {
    return station(concept.domain());
  }

  List<Station> outer() {
    return concept.outer().map(this::station).toList();
  }

  Station station(ShapeUse use) {
    return stations.stream().filter(station -> station.use().equals(use)).findFirst().orElseThrow();
  }

  /** The row about a field of a shape, by the name it has there. */
  public Optional<Row> rowOf(String field, Station station) {
    ShapeUse use = station.use();
    Optional<Row> own =
        concept.rows().stream()
            .filter(row -> row.named(use).map(Text::value).equals(Optional.of(field)))
            .findFirst();
    return own.or(
        () ->
            concept.rows().stream()
                .filter(row -> row.named(use).isEmpty())
                .filter(row -> row.nameIn(use, concept).equals(Optional.of(field)))
                .findFirst());
  }

  /** What the domain calls a field of a shape; its own name where the domain does not know it. */
  public String domainName(String field, Station station) {
    return station.equals(domain()) ? field : inward(field, station).orElse(field);
  }

  /** The name that a field of the domain has in another shape; empty where it has none. */
  Optional<String> outward(String domainField, Station outer) {
    Optional<Row> row = rowOf(domainField, domain());
    Optional<Text> named = row.flatMap(said -> said.named(outer.use()));
    if (named.isPresent()) {
      return named.map(Text::value);
    }
    boolean taken =
        concept.rows().stream()
            .filter(other -> row.filter(other::equals).isEmpty())
            .anyMatch(
                other ->
                    other.named(outer.use()).map(Text::value).equals(Optional.of(domainField)));
    return taken ? Optional.empty() : Optional.of(domainField);
  }

  /** The domain's name of a field of another shape; empty where no row and no name leads there. */
  Optional<String> inward(String outerField, Station outer) {
    Optional<Row> row = rowOf(outerField, outer);
    Optional<String> named = row.flatMap(said -> said.named(concept.domain())).map(Text::value);
    if (row.isPresent() && row.get().named(outer.use()).isPresent()) {
      return named;
    }
    String candidate = named.orElse(outerField);
    return outward(candidate, outer).filter(outerField::equals).map(name -> candidate);
  }
}
