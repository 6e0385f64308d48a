package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A type of the store in a field outside the store, in a type argument too. */
final class LeakedType implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LEAKED_TYPE;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger
        .stations()
        .filter(station -> station.role() != Role.PERSISTENCE)
        .flatMap(
            station ->
                station.shape().fields().stream()
                    .flatMap(
                        field ->
                            leak(field.type(), stage)
                                .map(type -> hit(ledger, station, field, type))
                                .stream()));
  }

  /** The store's types that the fields of a type hold. */
  static Stream<TypeRef> of(Station station, Stage stage) {
    return station.shape().fields().stream().flatMap(field -> leak(field.type(), stage).stream());
  }

  private static Optional<TypeRef> leak(TypeRef type, Stage stage) {
    return stage.isOfTheStore(type) && !isShared(type, stage)
        ? Optional.of(type)
        : type.arguments().stream().flatMap(argument -> leak(argument, stage).stream()).findFirst();
  }

  /** Where there is no domain, the enumerations of the store's package are everybody's. */
  private static boolean isShared(TypeRef type, Stage stage) {
    return stage.hasNoDomain()
        && !stage.isOfAProduct(type)
        && stage.shapes().find(type).filter(shape -> shape.kind() == Shape.Kind.ENUM).isPresent();
  }

  private Hit hit(ConceptLedger ledger, Station station, Field field, TypeRef type) {
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it", station, field, "accept: { leaked-type: \"why it may be seen\" }");
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.path(field) + " has the store's type " + type.qualifiedName(),
            List.of(Remedy.advice("give it a type of the JDK or of its own layer"), accept));
  }
}
