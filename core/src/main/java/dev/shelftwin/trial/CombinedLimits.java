package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * What a field of one shape and all fields that it is mapped to allow together, so that samples are
 * not rejected on their way.
 */
final class CombinedLimits {

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final Map<Field, Limits> known = new HashMap<>();

  CombinedLimits(ConceptLedger concept, ResolvedShape shape) {
    this.concept = concept;
    this.shape = shape;
  }

  /** The strictest limits on the way of a field. */
  Limits of(Field field) {
    return known.computeIfAbsent(field, key -> withPrecision(key, find(key)));
  }

  /**
   * With a domain, trials show what columns cut off its values. Without one, columns say how
   * precise values are.
   */
  private Limits withPrecision(Field field, Limits all) {
    if (concept.hub().role() == Role.PERSISTENCE) {
      return all.and(SamplePart.COLUMN_PRECISION);
    }
    OptionalInt seconds = field.limits().secondDigits();
    return all.withPrecision(
        field.limits().scale(),
        all.secondDigits().isEmpty() || seconds.isPresent()
            ? seconds
            : SamplePart.COLUMN_PRECISION.secondDigits(),
        field.limits().keptTime());
  }

  private Limits find(Field field) {
    Limits limits = withMappedFields(field, shape);
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().from().equals(shape) && hop.hop().inward()) {
        for (FieldMapping mapping : hop.outOf(field).toList()) {
          if (mapping.target().isPresent()) {
            limits = limits.and(withMappedFields(mapping.target().get(), hop.hop().to()));
          }
        }
      }
    }
    return limits;
  }

  /**
   * Whether a field may be missing. A domain field that does not say so must be present if a mapped
   * field requires it.
   */
  boolean mayBeMissing(Field field) {
    boolean unspecified = field.presence() == Presence.UNSPECIFIED && shape.role() == Role.DOMAIN;
    return shape.mayBeMissing(field) && !(unspecified && isRequiredElsewhere(field));
  }

  private boolean isRequiredElsewhere(Field field) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().from().equals(shape))
        .anyMatch(
            hop ->
                hop.outOf(field)
                    .filter(FieldMapping::isCarried)
                    .flatMap(mapping -> mapping.target().stream())
                    .anyMatch(target -> !hop.hop().to().mayBeMissing(target)));
  }

  /** The limits of a field and of those one hop away. */
  private Limits withMappedFields(Field field, ResolvedShape at) {
    Limits limits = field.limits();
    for (HopLedger hop : concept.hops()) {
      for (FieldMapping mapping : hop.mappings()) {
        boolean mapped =
            (hop.hop().from().equals(at) && mapping.sources().contains(field))
                || (hop.hop().to().equals(at) && mapping.target().equals(Optional.of(field)));
        if (mapped) {
          limits = limits.and(limitsOf(mapping));
        }
      }
    }
    return limits;
  }

  private static Limits limitsOf(FieldMapping mapping) {
    Limits limits = mapping.target().map(Field::limits).orElse(Limits.NONE);
    for (Field source : mapping.sources()) {
      limits = limits.and(source.limits());
    }
    List<Operation.FindRow> lookups =
        mapping.conversion().stream()
            .flatMap(conversion -> conversion.operations(Operation.FindRow.class))
            .toList();
    for (Operation.FindRow lookup : lookups) {
      limits = limits.and(lookup.limits());
    }
    return limits;
  }
}
