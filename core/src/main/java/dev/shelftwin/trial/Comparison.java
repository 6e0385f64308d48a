package dev.shelftwin.trial;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.plan.Given;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.trial.Divergence.Kind;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Compares what arrived on one leg with what must arrive: by the ledger, or unchanged at an end.
 */
final class Comparison {

  /** What a store writes itself. */
  private static final Set<FieldRole> OF_THE_STORE =
      EnumSet.of(FieldRole.KEY, FieldRole.VERSION, FieldRole.AUDIT);

  private final ConceptLedger concept;
  private final Leg leg;
  private final TrialParts parts;
  private final int number;

  Comparison(ConceptLedger concept, Leg leg, TrialParts parts, int number) {
    this.concept = concept;
    this.leg = leg;
    this.parts = parts;
    this.number = number;
  }

  List<Divergence> compare(
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> after,
      Map<String, @Nullable Object> given,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    Map<Field, @Nullable Object> expected =
        leg instanceof Leg.ByMapper mapper
            ? byLedger(mapper.ledger(), before, after, given, untouched)
            : unchanged(before);
    List<Divergence> divergences = new ArrayList<>();
    expected.forEach(
        (field, value) ->
            compare(field, value, after.get(field.name()))
                .map(divergence -> swapped(divergence, field, expected, after))
                .ifPresent(divergences::add));
    return divergences;
  }

  /** One field; empty where what arrived is what was sent. */
  Optional<Divergence> compare(Field field, @Nullable Object sent, @Nullable Object arrived) {
    if (parts.values().same(sent, arrived)) {
      return Optional.empty();
    }
    Kind kind = Difference.between(Values.present(sent), Values.present(arrived));
    return Optional.of(
        new Divergence(
            leg.label(),
            leg.to().path(field),
            kind,
            parts.values().show(sent),
            parts.values().show(arrived),
            number,
            List.of()));
  }

  /** At an end everything comes back as it was sent, but for what a store writes itself. */
  private Map<Field, @Nullable Object> unchanged(Map<String, @Nullable Object> before) {
    Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
    leg.to()
        .shape()
        .storedFields()
        .filter(field -> leg.to().role() != Role.PERSISTENCE || !isOfTheStore(field))
        .forEach(field -> expected.put(field, before.get(field.name())));
    return expected;
  }

  private boolean isOfTheStore(Field field) {
    return concept.roles(leg.to(), field).stream().anyMatch(OF_THE_STORE::contains);
  }

  private Map<Field, @Nullable Object> byLedger(
      HopLedger hop,
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> after,
      Map<String, @Nullable Object> given,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
    for (Entry entry : hop.entries()) {
      Optional<Field> target = entry.target().filter(field -> after.containsKey(field.name()));
      if (target.isPresent() && isPredicted(entry, untouched)) {
        expected.put(target.get(), expected(hop, entry, before, given, untouched));
      }
    }
    return expected;
  }

  private static boolean isPredicted(Entry entry, Map<String, @Nullable Object> untouched) {
    return switch (entry.account()) {
      case CARRIED, CONVERTED -> true;
      case GIVEN -> entry.given().filter(from -> from.source() != Given.Source.FACTORY).isPresent();
      case STAYS, UNFILLED -> !untouched.isEmpty() && !entry.isMismatch();
      case JOINED, SPLIT, DERIVED, LOST -> false;
    };
  }

  private @Nullable Object expected(
      HopLedger hop,
      Entry entry,
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> given,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    Field target = entry.target().orElseThrow();
    if (entry.isCarried()) {
      Object sent = before.get(entry.sources().get(0).name());
      return parts.oracle().convert(sent, entry.conversion().orElseThrow());
    }
    if (entry.account() != Account.GIVEN) {
      return untouched.get(target.name());
    }
    return entry.given().orElseThrow().source() == Given.Source.CALLER
        ? given.get(target.name())
        : parts.oracle().literal(entry, hop.slot(target).orElse(target.type()));
  }

  private Divergence swapped(
      Divergence divergence,
      Field field,
      Map<Field, @Nullable Object> expected,
      Map<String, @Nullable Object> after) {
    Values values = parts.values();
    boolean swap =
        expected.entrySet().stream()
            .filter(other -> !other.getKey().equals(field))
            .filter(other -> other.getKey().type().equals(field.type()))
            .anyMatch(
                other ->
                    values.same(other.getValue(), after.get(field.name()))
                        && values.same(expected.get(field), after.get(other.getKey().name())));
    return swap ? divergence.as(Kind.SWAPPED) : divergence;
  }
}
