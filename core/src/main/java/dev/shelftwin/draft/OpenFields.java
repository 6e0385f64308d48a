package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** The fields that a hop leaves open. */
final class OpenFields {

  private OpenFields() {}

  /** The fields of a shape that are open on the hops to another one and back. */
  static List<Field> of(ConceptLedger concept, ResolvedShape shape, ResolvedShape other) {
    Set<Field> open = new LinkedHashSet<>();
    concept.hop(shape, other).ifPresent(hop -> open.addAll(lost(hop)));
    concept.hop(other, shape).ifPresent(hop -> open.addAll(unfilled(hop)));
    return new ArrayList<>(open);
  }

  /** Source fields without a target, or with one whose type does not fit. */
  static List<Field> lost(HopLedger hop) {
    Stream<Field> mismatched =
        hop.mappings().stream()
            .filter(FieldMapping::hasUnknownConversion)
            .flatMap(mapping -> mapping.sources().stream());
    return Stream.concat(withoutTarget(hop).stream(), mismatched).distinct().toList();
  }

  /** Lost source fields, and generated keys that have no target, which are not lost. */
  static List<Field> unpaired(HopLedger hop) {
    return Stream.concat(lost(hop).stream(), keys(hop).stream()).toList();
  }

  /** Generated keys among the source fields that have no target. */
  static List<Field> keys(HopLedger hop) {
    return staying(hop).stream().filter(field -> field.roles().contains(FieldRole.KEY)).toList();
  }

  /** Source fields that are not mapped, although no row says so. */
  static List<Field> staying(HopLedger hop) {
    return hop.mappings().stream()
        .filter(mapping -> mapping instanceof FieldMapping.Stays stays && stays.row().isEmpty())
        .flatMap(mapping -> mapping.sources().stream())
        .toList();
  }

  /** Source fields without a target. */
  static List<Field> withoutTarget(HopLedger hop) {
    return hop.mappings().stream()
        .filter(FieldMapping.Lost.class::isInstance)
        .flatMap(mapping -> mapping.sources().stream())
        .toList();
  }

  /** Target fields without a source, or with one whose type does not fit. */
  static List<Field> unfilled(HopLedger hop) {
    return hop.mappings().stream()
        .filter(OpenFields::isUnfilled)
        .flatMap(mapping -> mapping.target().stream())
        .toList();
  }

  /** Target fields without a source. */
  static List<Field> withoutSource(HopLedger hop) {
    return hop.mappings().stream()
        .filter(FieldMapping.Unfilled.class::isInstance)
        .flatMap(mapping -> mapping.target().stream())
        .toList();
  }

  static boolean isUnfilled(FieldMapping mapping) {
    return mapping instanceof FieldMapping.Unfilled || mapping.hasUnknownConversion();
  }
}
