package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * An annotation of a persistence standard on a type or field outside the store, inherited ones too;
 * one that says how documents are written on a type or field of the domain.
 */
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
        .flatMap(
            station ->
                Stream.concat(onType(ledger, station, stage), onFields(ledger, station, stage)));
  }

  /** On the type itself or on one that it extends or implements. */
  private Stream<Hit> onType(ConceptLedger ledger, Station station, Stage stage) {
    Stream<Shape> above =
        station.shape().supertypes().stream()
            .sorted(Comparator.comparing(TypeRef::qualifiedName))
            .flatMap(type -> stage.shapes().find(type).stream());
    return Stream.concat(Stream.of(station.shape()), above)
        .flatMap(
            shape ->
                leaks(shape.annotations(), station, stage)
                    .map(annotation -> onType(ledger, station, shape, annotation)));
  }

  private Hit onType(ConceptLedger ledger, Station station, Shape shape, TypeRef annotation) {
    String by = shape.equals(station.shape()) ? "" : " from " + shape.type().qualifiedName();
    return new Hits(id(), ledger)
        .hit(
            Optional.empty(),
            Optional.empty(),
            station.shape() + has(annotation) + by,
            List.of(remedy(annotation)),
            station.shape().place(),
            List.of());
  }

  private Stream<Hit> onFields(ConceptLedger ledger, Station station, Stage stage) {
    return station.shape().fields().stream()
        .flatMap(
            field ->
                leaks(field.annotations(), station, stage)
                    .map(annotation -> onField(ledger, station, field, annotation)));
  }

  private Hit onField(ConceptLedger ledger, Station station, Field field, TypeRef annotation) {
    Remedy accept =
        new PlanRows(ledger)
            .with("or accept it", station, field, "accept: { leaked-annotation: \"why\" }");
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.path(field) + has(annotation),
            List.of(remedy(annotation), accept));
  }

  /** As messages go on after the name of what has it. */
  static String has(TypeRef annotation) {
    String whose = Stage.isOfTheWire(annotation) ? "the wire's" : "the store's";
    return " has " + whose + " annotation " + annotation.qualifiedName();
  }

  static Remedy remedy(TypeRef annotation) {
    return Remedy.advice(
        Stage.isOfTheWire(annotation)
            ? "take it out, or keep it on a transfer type"
            : "take it out, or keep it on a type of the store");
  }

  /** Of the store's nobody outside has any; of the wire's the domain has none. */
  private static Stream<TypeRef> leaks(List<String> names, Station station, Stage stage) {
    return names.stream()
        .map(LeakedAnnotation::type)
        .filter(
            type ->
                stage.isOfAProduct(type)
                    || (station.role() == Role.DOMAIN && Stage.isOfTheWire(type)));
  }

  private static TypeRef type(String name) {
    int dot = name.lastIndexOf('.');
    return TypeRef.of(name.substring(0, Math.max(0, dot)), name.substring(dot + 1));
  }
}
