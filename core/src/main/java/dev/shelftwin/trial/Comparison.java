package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.trial.Divergence.Kind;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Compares what arrived on one leg with what must arrive: by the ledger, or unchanged at an end.
 */
final class Comparison {

  /** Stands for an object of several kinds, which have no fields in common to compare. */
  static final Field WHOLE =
      Field.ofParameter("", TypeRef.lang("Object"), Presence.REQUIRED, Place.in(""));

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
    Map<String, @Nullable Object> arrived = new HashMap<>(after);
    Map<Field, @Nullable Object> expected =
        leg instanceof Leg.ByMapper mapper
            ? byLedger(mapper.ledger(), before, arrived, given, untouched)
            : unchanged(before, arrived);
    List<Divergence> divergences = new ArrayList<>();
    expected.forEach(
        (field, value) ->
            compare(field, value, arrived.get(field.name()))
                .map(divergence -> swapped(divergence, field, expected, arrived))
                .ifPresent(divergences::add));
    return divergences;
  }

  /** One field; empty where what arrived is what was sent. */
  Optional<Divergence> compare(Field field, @Nullable Object sent, @Nullable Object arrived) {
    return parts
        .values()
        .difference(sent, arrived)
        .map(
            unequal ->
                new Divergence(
                    leg.label(),
                    leg.to().path(field) + unequal.path(),
                    Difference.between(
                        Values.present(unequal.one()), Values.present(unequal.other())),
                    parts.values().show(unequal.one()),
                    parts.values().show(unequal.other()),
                    number,
                    List.of()));
  }

  /** At an end everything comes back as it was sent, but for what a store writes itself. */
  private Map<Field, @Nullable Object> unchanged(
      Map<String, @Nullable Object> before, Map<String, @Nullable Object> after)
      throws SampleRefused {
    Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
    if (before.get(WHOLE.name()) != null) {
      return unchangedKind(before, after);
    }
    for (Field field : leg.to().shape().storedFields().toList()) {
      if (leg.to().role() == Role.PERSISTENCE && isOfTheStore(field)) {
        continue;
      }
      Optional<Operation.FindRow> found = reference(field);
      if (found.isPresent()) {
        // Of a row that another only points at, the key is what must come back.
        after.put(field.name(), key(after.get(field.name()), found.get()));
        expected.put(field, key(before.get(field.name()), found.get()));
      } else {
        expected.put(field, before.get(field.name()));
      }
    }
    return expected;
  }

  /** An object of several kinds has the fields of its own kind. */
  private Map<Field, @Nullable Object> unchangedKind(
      Map<String, @Nullable Object> before, Map<String, @Nullable Object> after)
      throws SampleRefused {
    Object sent = Objects.requireNonNull(before.get(WHOLE.name()));
    Object arrived = Objects.requireNonNull(after.get(WHOLE.name()));
    Optional<ObjectMaker> kind = parts.creators().of(concept, leg.to()).kindOf(sent);
    if (kind.isEmpty() || !kind.get().makes(arrived)) {
      Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
      expected.put(WHOLE, sent);
      return expected;
    }
    Map<String, @Nullable Object> parted = new HashMap<>();
    for (Field field : kind.get().resolved().shape().storedFields().toList()) {
      parted.put(field.name(), Values.present(parts.reflection().read(sent, field)));
      after.put(field.name(), Values.present(parts.reflection().read(arrived, field)));
    }
    Leg own = new Leg.ToEnd(kind.get().resolved(), ((Leg.ToEnd) leg).end());
    return new Comparison(kind.get().concept(), own, parts, number).unchanged(parted, after);
  }

  /** How the store finds what a field refers to; empty where it refers to nothing. */
  private Optional<Operation.FindRow> reference(Field field) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().to().equals(leg.to()))
        .flatMap(hop -> hop.into(field.name()).stream())
        .flatMap(entry -> entry.conversion().stream())
        .flatMap(Conversion::operations)
        .filter(Operation.FindRow.class::isInstance)
        .map(Operation.FindRow.class::cast)
        .findFirst();
  }

  /** The key of a row, or the keys of several. */
  private @Nullable Object key(@Nullable Object rows, Operation.FindRow found) {
    if (!(rows instanceof Collection<?> several)) {
      return rows == null ? null : parts.reflection().read(rows, found.read());
    }
    Collection<@Nullable Object> keys =
        rows instanceof Set ? new LinkedHashSet<>() : new ArrayList<>();
    several.forEach(row -> keys.add(parts.reflection().read(row, found.read())));
    return keys;
  }

  private boolean isOfTheStore(Field field) {
    return FieldRole.anyInternal(concept.roles(leg.to(), field));
  }

  private Map<Field, @Nullable Object> byLedger(
      HopLedger hop,
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> after,
      Map<String, @Nullable Object> given,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
    if (hop.family().isPresent()) {
      Object object = Objects.requireNonNull(before.get(WHOLE.name()));
      expected.put(WHOLE, parts.oracle().twin(hop, object));
    }
    for (FieldMapping entry : hop.mappings()) {
      Optional<Field> target = entry.target().filter(field -> after.containsKey(field.name()));
      if (target.isPresent() && isPredicted(entry, untouched)) {
        expected.put(target.get(), expected(hop, entry, before, given, untouched));
      }
    }
    return expected;
  }

  private static boolean isPredicted(FieldMapping entry, Map<String, @Nullable Object> untouched) {
    return switch (entry.account()) {
      case CARRIED, CONVERTED, JOINED, SPLIT -> true;
      case GIVEN -> entry.given().filter(GivenValue::isPredictable).isPresent();
      case STAYS, UNFILLED -> !untouched.isEmpty() && !entry.isMismatch();
      case DERIVED, LOST -> false;
    };
  }

  private @Nullable Object expected(
      HopLedger hop,
      FieldMapping entry,
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> given,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    Field target = entry.target().orElseThrow();
    if (hop.hop().changes() && entry.isCarried()) {
      return changed(entry, before, untouched);
    }
    if (entry.isCarried()) {
      List<@Nullable Object> sent = new ArrayList<>();
      entry.sources().forEach(field -> sent.add(before.get(field.name())));
      return parts.oracle().carry(entry, sent);
    }
    if (entry.account() != Account.GIVEN) {
      return untouched.get(target.name());
    }
    return entry.given().orElseThrow() instanceof GivenValue.CallerParameter
        ? given.get(target.name())
        : parts.oracle().literal(entry, hop.slot(target).orElse(target.type()));
  }

  /** What a request does not mention stays; what it clears is gone. */
  private @Nullable Object changed(
      FieldMapping entry,
      Map<String, @Nullable Object> before,
      Map<String, @Nullable Object> untouched)
      throws SampleRefused {
    @Nullable Object said = before.get(entry.sources().get(0).name());
    if (said == null) {
      return untouched.get(entry.target().orElseThrow().name());
    }
    return said == Silence.CLEARED ? null : parts.oracle().carry(entry, List.of(said));
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
