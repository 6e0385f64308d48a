package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Creates the matches of one rule in one concept. */
final class Matches {

  private final RuleId rule;
  private final ConceptLedger concept;

  Matches(RuleId rule, ConceptLedger concept) {
    this.rule = rule;
    this.concept = concept;
  }

  /** A problem of one field on one hop. */
  RuleMatch onHop(
      MappingOnHop at, ResolvedShape shape, Field field, String message, List<Remedy> remedies) {
    return of(
        Optional.of(MappingOnHop.id(at.hop())),
        Optional.of(id(shape, field)),
        message,
        remedies,
        field.place(),
        at.mapping().row().stream().toList(),
        layers(at.hop()));
  }

  /** A problem of a hop. */
  RuleMatch onHop(HopLedger hop, String message, List<Remedy> remedies, Place at) {
    return of(
        Optional.of(MappingOnHop.id(hop)),
        Optional.empty(),
        message,
        remedies,
        at,
        List.of(),
        layers(hop));
  }

  /** A problem between a row's field and its column. */
  RuleMatch atTable(ResolvedShape row, Field field, String message, List<Remedy> remedies) {
    return of(
        Optional.of(new HopId(row.label(), row.label() + "@table")),
        Optional.of(id(row, field)),
        message,
        remedies,
        field.place(),
        rows(row, field),
        List.of(row.layer()));
  }

  /** A problem of a field on every hop. */
  RuleMatch ofField(ResolvedShape shape, Field field, String message, List<Remedy> remedies) {
    return of(
        Optional.empty(),
        Optional.of(id(shape, field)),
        message,
        remedies,
        field.place(),
        rows(shape, field),
        List.of(shape.layer()));
  }

  /** A problem of a shape. */
  RuleMatch ofShape(ResolvedShape shape, String message, List<Remedy> remedies, Place at) {
    return of(
        Optional.empty(),
        Optional.empty(),
        message,
        remedies,
        at,
        List.of(),
        List.of(shape.layer()));
  }

  /** A problem of the concept. */
  RuleMatch ofConcept(String message, List<Remedy> remedies, Place at) {
    return of(Optional.empty(), Optional.empty(), message, remedies, at, List.of(), List.of());
  }

  RuleMatch of(
      Optional<HopId> hop,
      Optional<FieldId> field,
      String message,
      List<Remedy> remedies,
      Place at,
      List<Row> rows,
      List<Layer> layers) {
    return new RuleMatch(
        new Finding(rule, concept.name(), hop, field, message, remedies, at), rows, layers);
  }

  List<Row> rows(ResolvedShape shape, Field field) {
    return concept.pairing().rowOf(field.name(), shape).stream().toList();
  }

  static FieldId id(ResolvedShape shape, Field field) {
    return FieldId.of(shape.shape().type().simpleName(), field.name());
  }

  static List<Layer> layers(HopLedger hop) {
    return Stream.of(hop.hop().from(), hop.hop().to())
        .map(ResolvedShape::layer)
        .distinct()
        .toList();
  }
}
