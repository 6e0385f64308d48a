package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
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
