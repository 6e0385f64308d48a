package dev.shelftwin.trial;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Losses that the plan accepts, by the fields in which they may be seen. */
final class AcceptedLosses {

  private static final Set<Divergence.Kind> LOSSES =
      EnumSet.of(Divergence.Kind.ROUNDED, Divergence.Kind.TRUNCATED, Divergence.Kind.PADDED);

  private final Set<FieldOfType> fields = new HashSet<>();

  /** A field by the name of its type. */
  private record FieldOfType(String type, String field) {}

  AcceptedLosses(Ledger ledger) {
    for (ConceptLedger concept : ledger.concepts()) {
      concept.shapes().forEach(shape -> add(concept, shape));
      while (concept.hops().stream().anyMatch(this::addMapped)) {
        // What is lost in one field is missing in all that it is mapped to.
      }
    }
  }

  /** Adds the fields that accepted ones are mapped from and to; whether there was a new one. */
  private boolean addMapped(HopLedger hop) {
    boolean any = false;
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping.isCarried()) {
        List<FieldOfType> ends = new ArrayList<>();
        mapping.sources().forEach(source -> ends.add(of(hop.hop().from(), source)));
        mapping.target().ifPresent(target -> ends.add(of(hop.hop().to(), target)));
        any |= ends.stream().anyMatch(fields::contains) && fields.addAll(ends);
      }
    }
    return any;
  }

  private static FieldOfType of(ResolvedShape shape, Field field) {
    return new FieldOfType(shape.shape().type().qualifiedName(), field.name());
  }

  private void add(ConceptLedger concept, ResolvedShape shape) {
    boolean byLayer = shape.layer().defaults().accept().containsKey(RuleId.LOSSY_CONVERSION);
    for (Field field : shape.shape().fields()) {
      boolean byRow =
          concept
              .pairing()
              .rowOf(field.name(), shape)
              .filter(row -> row.accept().containsKey(RuleId.LOSSY_CONVERSION))
              .isPresent();
      if (byLayer || byRow) {
        fields.add(of(shape, field));
      }
    }
  }

  /** The fields of a source whose values the plan accepts to be refused as out of range. */
  Set<String> refusals(HopLedger hop) {
    return hop.mappings().stream()
        .filter(
            mapping ->
                mapping.conversion().filter(how -> how.losses().contains(Loss.RANGE)).isPresent())
        .flatMap(mapping -> mapping.sources().stream())
        .filter(source -> fields.contains(of(hop.hop().from(), source)))
        .map(source -> HopRunner.head(source.name()))
        .collect(Collectors.toSet());
  }

  /** Whether a difference between the values of a field is one that the plan accepts. */
  boolean accept(TypeRef owner, Field field, @Nullable Object expected, @Nullable Object actual) {
    return accept(owner.qualifiedName(), field, expected, actual);
  }

  /** The same for an object's class. */
  boolean accept(Class<?> owner, Field field, @Nullable Object expected, @Nullable Object actual) {
    return accept(owner.getName().replace('$', '.'), field, expected, actual);
  }

  private boolean accept(
      String owner, Field field, @Nullable Object expected, @Nullable Object actual) {
    return fields.contains(new FieldOfType(owner, field.name()))
        && (LOSSES.contains(DifferenceKind.between(expected, actual))
            || DifferenceKind.isSameInstant(expected, actual));
  }
}
