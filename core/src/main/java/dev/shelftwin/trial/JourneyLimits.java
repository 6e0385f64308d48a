package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.Optional;
import java.util.stream.Stream;

/** What a field's whole journey allows, so that samples are not refused on their way. */
final class JourneyLimits {

  private final ConceptLedger concept;
  private final Station station;

  JourneyLimits(ConceptLedger concept, Station station) {
    this.concept = concept;
    this.station = station;
  }

  /** The tightest limit anywhere on it. */
  Limits of(Field field) {
    Limits tightest = limitsBeside(field, station);
    for (HopLedger hop : concept.hops()) {
      for (Entry entry : hop.entries()) {
        boolean inward =
            hop.hop().from().equals(station)
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
    boolean unsaid = field.presence() == Presence.UNSAID && station.role() == Role.DOMAIN;
    return station.mayBeMissing(field) && !(unsaid && isNeeded(field));
  }

  private boolean isNeeded(Field field) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().from().equals(station))
        .anyMatch(
            hop ->
                hop.outOf(field)
                    .filter(Entry::isCarried)
                    .flatMap(entry -> entry.target().stream())
                    .anyMatch(target -> !hop.hop().to().mayBeMissing(target)));
  }

  /** The limits of a field and of those one hop away. */
  private Limits limitsBeside(Field field, Station station) {
    Limits tightest = field.limits();
    for (HopLedger hop : concept.hops()) {
      for (Entry entry : hop.entries()) {
        boolean touches =
            (hop.hop().from().equals(station) && entry.sources().contains(field))
                || (hop.hop().to().equals(station) && entry.target().equals(Optional.of(field)));
        if (touches) {
          tightest = tightest.and(limitsOf(entry));
        }
      }
    }
    return tightest;
  }

  private static Limits limitsOf(Entry entry) {
    Limits limits = entry.target().map(Field::limits).orElse(Limits.NONE);
    for (Field source : entry.sources()) {
      limits = limits.and(source.limits());
    }
    for (Form form : entry.conversion().map(Conversion::forms).orElse(Stream.empty()).toList()) {
      if (form instanceof Form.Found found) {
        limits = limits.and(found.limits());
      }
    }
    return limits;
  }
}
