package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.Optional;
import java.util.stream.Stream;

/** What a field's whole journey allows, so that samples are not refused on their way. */
final class JourneyLimits {

  private final ConceptLedger concept;
  private final ResolvedShape resolved;

  JourneyLimits(ConceptLedger concept, ResolvedShape resolved) {
    this.concept = concept;
    this.resolved = resolved;
  }

  /** The tightest limit anywhere on it. */
  Limits of(Field field) {
    Limits tightest = limitsBeside(field, resolved);
    for (HopLedger hop : concept.hops()) {
      for (FieldMapping entry : hop.mappings()) {
        boolean inward =
            hop.hop().from().equals(resolved)
                && hop.hop().inward()
                && entry.sources().contains(field);
        if (inward && entry.target().isPresent()) {
          tightest = tightest.and(limitsBeside(entry.target().get(), hop.hop().to()));
        }
      }
    }
    return tightest;
  }

  /** Whether nothing is a value of it; a domain that leaves that unsaid has what others need. */
  boolean mayBeMissing(Field field) {
    boolean unsaid = field.presence() == Presence.UNSPECIFIED && resolved.role() == Role.DOMAIN;
    return resolved.mayBeMissing(field) && !(unsaid && isNeeded(field));
  }

  private boolean isNeeded(Field field) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().from().equals(resolved))
        .anyMatch(
            hop ->
                hop.outOf(field)
                    .filter(FieldMapping::isCarried)
                    .flatMap(entry -> entry.target().stream())
                    .anyMatch(target -> !hop.hop().to().mayBeMissing(target)));
  }

  /** The limits of a field and of those one hop away. */
  private Limits limitsBeside(Field field, ResolvedShape resolved) {
    Limits tightest = field.limits();
    for (HopLedger hop : concept.hops()) {
      for (FieldMapping entry : hop.mappings()) {
        boolean touches =
            (hop.hop().from().equals(resolved) && entry.sources().contains(field))
                || (hop.hop().to().equals(resolved) && entry.target().equals(Optional.of(field)));
        if (touches) {
          tightest = tightest.and(limitsOf(entry));
        }
      }
    }
    return tightest;
  }

  private static Limits limitsOf(FieldMapping entry) {
    Limits limits = entry.target().map(Field::limits).orElse(Limits.NONE);
    for (Field source : entry.sources()) {
      limits = limits.and(source.limits());
    }
    for (Operation form :
        entry.conversion().map(Conversion::operations).orElse(Stream.empty()).toList()) {
      if (form instanceof Operation.FindRow found) {
        limits = limits.and(found.limits());
      }
    }
    return limits;
  }
}
