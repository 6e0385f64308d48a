package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.convert.ElementConversions;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Units;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * How the sample values of a shape's fields are found. Where a domain type rejects some values, a
 * value of the domain is drawn and converted outward, so that it is accepted on its way back.
 */
final class FieldOrigins {

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final Catalogue catalogue;
  private final Map<String, Optional<DomainValue>> domainValues = new HashMap<>();
  private final Map<String, Optional<Operation.FindRow>> lookups = new HashMap<>();
  private final Map<String, Optional<FieldMapping.Split>> splits = new HashMap<>();

  FieldOrigins(ConceptLedger concept, ResolvedShape shape, Catalogue catalogue) {
    this.concept = concept;
    this.shape = shape;
    this.catalogue = catalogue;
  }

  /**
   * A value that is drawn in the domain.
   *
   * @param type the drawn type: the domain's, or the field's own type if the domain accepts all of
   *     its values
   * @param isOwnType whether it is the field's own type
   * @param outward the conversion from the domain's type to the field's
   * @param required whether the domain requires a value
   * @param isCoded whether some values of the field's own type are codes and all others one
   *     constant, so that both must be drawn
   */
  record DomainValue(
      TypeRef type,
      boolean isOwnType,
      Optional<Conversion> outward,
      boolean required,
      boolean isCoded) {}

  /** The domain value of a field; empty if the field is not mapped to the domain. */
  Optional<DomainValue> domainValue(String field) {
    return domainValues.computeIfAbsent(field, this::findDomainValue);
  }

  /** Whether the domain needs a value of a field, alone or as a part of another value. */
  boolean isRequired(String field) {
    return concept.hop(shape, concept.hub()).stream()
        .filter(hop -> !hop.hop().changes())
        .anyMatch(
            hop ->
                hop.mappings().stream()
                    .filter(FieldMapping.Flow.class::isInstance)
                    .map(FieldMapping.Flow.class::cast)
                    .filter(
                        flow -> flow.sources().stream().anyMatch(one -> one.name().equals(field)))
                    .anyMatch(
                        flow -> isRequired(hop, flow.into()) && flow.how().absent().isEmpty()));
  }

  private boolean isRequired(HopLedger hop, Field into) {
    return hop.isRequired(into) || !new CombinedLimits(concept, hop.hop().to()).mayBeMissing(into);
  }

  /** The lookup by which the persistence layer finds the row that a field refers to. */
  Optional<Operation.FindRow> lookup(String field) {
    return lookups.computeIfAbsent(field, this::findLookup);
  }

  /** The mapping of a domain field that is split into several fields, this one among them. */
  Optional<FieldMapping.Split> split(String field) {
    return splits.computeIfAbsent(field, this::findSplit);
  }

  /** The domain field that a field alone becomes. */
  Optional<Field> domainField(String field) {
    return concept.hop(shape, concept.hub()).stream()
        .flatMap(hop -> hop.mappings().stream())
        .filter(FieldMapping::isCarried)
        .filter(mapping -> mapping.source().map(Field::name).equals(Optional.of(field)))
        .flatMap(mapping -> mapping.target().stream())
        .filter(target -> target.reader().isPresent())
        .findFirst();
  }

  private Optional<Operation.FindRow> findLookup(String field) {
    return concept.hop(concept.hub(), shape).stream()
        .flatMap(hop -> hop.into(field).stream())
        .flatMap(mapping -> mapping.conversion().stream())
        .flatMap(conversion -> conversion.operations(Operation.FindRow.class))
        .findFirst();
  }

  private Optional<FieldMapping.Split> findSplit(String field) {
    return concept.hop(concept.hub(), shape).stream()
        .flatMap(hop -> hop.into(field).stream())
        .filter(FieldMapping.Split.class::isInstance)
        .map(FieldMapping.Split.class::cast)
        .findFirst();
  }

  private Optional<DomainValue> findDomainValue(String field) {
    return concept.hop(shape, concept.hub()).stream()
        .flatMap(
            hop -> hop.mappings().stream().flatMap(mapping -> domainValue(field, hop, mapping)))
        .findFirst();
  }

  private Stream<DomainValue> domainValue(String field, HopLedger hop, FieldMapping mapping) {
    if (!(mapping instanceof FieldMapping.Flow flow)
        || !flow.sources().get(0).name().equals(field)) {
      return Stream.empty();
    }
    TypeRef type = hop.slot(flow.into()).orElse(flow.into().type());
    boolean required = !new CombinedLimits(concept, hop.hop().to()).mayBeMissing(flow.into());
    TypeRef source = flow.sources().get(0).type();
    Optional<Conversion> outward =
        byLedger(hop, flow, true)
            .or(() -> byWord(flow.how(), type, source))
            .or(() -> byLedger(hop, flow, false))
            .or(() -> catalogue.between(type, source));
    boolean acceptsAll =
        !flow.how().mayReject(call -> true)
            && JdkSamples.knows(source.present().boxed().qualifiedName());
    // A row that is found by any key accepts every key.
    boolean findsRow = flow.how().operations(Operation.FindRow.class).findAny().isPresent();
    boolean coded =
        acceptsAll
            && outward.isPresent()
            && flow.how().operations(Operation.CodeTable.class).findAny().isPresent();
    boolean ownType = findsRow || (acceptsAll && !coded);
    return ownType || outward.isPresent()
        ? Stream.of(new DomainValue(ownType ? source : type, ownType, outward, required, coded))
        : Stream.empty();
  }

  /** The conversion back, where the plan names the format of a text or the unit of a number. */
  private Optional<Conversion> byWord(Conversion inward, TypeRef from, TypeRef to) {
    return inward
        .withNested()
        .map(Conversion::toString)
        .flatMap(label -> byLabel(label, from, to).stream())
        .findFirst();
  }

  private Optional<Conversion> byLabel(String label, TypeRef from, TypeRef to) {
    return ElementConversions.oneOrEach(
        from,
        to,
        (one, other) ->
            DateFormats.inLabel(label)
                .flatMap(pattern -> DateFormats.between(one, other, pattern, catalogue))
                .or(
                    () ->
                        Units.inLabel(label)
                            .flatMap(unit -> Units.between(one, other, unit, catalogue))));
  }

  /**
   * The conversion of the domain field to a field of the same type.
   *
   * @param sameLayer whether it must be one of this layer, where the plan says the same of both
   */
  private Optional<Conversion> byLedger(HopLedger hop, FieldMapping.Flow flow, boolean sameLayer) {
    Field source = flow.sources().get(0);
    return concept.hops().stream()
        .filter(out -> out.hop().from().equals(hop.hop().to()))
        .filter(out -> !sameLayer || out.hop().to().layer().equals(shape.layer()))
        .flatMap(out -> out.outOf(flow.into()))
        .filter(FieldMapping::isCarried)
        .filter(out -> out.target().map(Field::type).equals(Optional.of(source.type())))
        .flatMap(out -> out.conversion().stream())
        .findFirst();
  }
}
