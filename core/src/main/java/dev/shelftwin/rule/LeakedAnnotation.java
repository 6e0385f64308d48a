package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** An annotation of a persistence standard on a type or field outside the store. */
final class LeakedAnnotation implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LEAKED_ANNOTATION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger
        .stations()
        .filter(station -> station.role() != Role.PERSISTENCE)
        .flatMap(station -> Stream.concat(onType(ledger, station), onFields(ledger, station)));
  }

  private Stream<Hit> onType(ConceptLedger ledger, Station station) {
    return ofTheStore(station.shape().annotations()).stream()
        .map(
            annotation ->
                new Hits(id(), ledger)
                    .hit(
                        Optional.empty(),
                        Optional.empty(),
                        station.shape() + " has the store's annotation " + annotation,
                        List.of(takeOut()),
                        station.shape().place(),
                        List.of()));
  }

  private Stream<Hit> onFields(ConceptLedger ledger, Station station) {
    return station.shape().fields().stream()
        .flatMap(
            field ->
                ofTheStore(field.annotations()).stream()
                    .map(annotation -> onField(ledger, station, field, annotation)));
  }

  private Hit onField(ConceptLedger ledger, Station station, Field field, String annotation) {
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.path(field) + " has the store's annotation " + annotation,
            List.of(takeOut()));
  }

  private static Remedy takeOut() {
    return Remedy.advice("take it out, or keep it on a type of the store");
  }

  private static List<String> ofTheStore(List<String> annotations) {
    return annotations.stream()
        .filter(name -> Stage.isStandard(name.substring(0, Math.max(0, name.lastIndexOf('.')))))
        .toList();
  }
}
