package dev.shelftwin.rule;

import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.ShapeTrait;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** A mapping, its hop and its concept. */
record MappingOnHop(ConceptLedger concept, HopLedger hop, FieldMapping mapping) {

  /** All mappings of a concept, except on hops whose parameter names are unknown. */
  static Stream<MappingOnHop> all(ConceptLedger concept) {
    return concept.hops().stream()
        .filter(hop -> hop.creator().filter(Creator::hasUnknownNames).isEmpty())
        .flatMap(
            hop -> hop.mappings().stream().map(mapping -> new MappingOnHop(concept, hop, mapping)));
  }

  /** Whether a mapper of the hop can be written, or is there already. */
  boolean isAccounted() {
    return hop.creator().isPresent() || concept.isExisting(hop);
  }

  ResolvedShape from() {
    return hop.hop().from();
  }

  ResolvedShape to() {
    return hop.hop().to();
  }

  /** The first source field. */
  Field source() {
    return mapping.sources().get(0);
  }

  Field target() {
    return mapping.target().orElseThrow();
  }

  String sourcePath() {
    return from().path(source());
  }

  String targetPath() {
    return to().path(target());
  }

  /** Whether this is the first hop that fills its field in this way; only that one is reported. */
  boolean isFirstOf(Predicate<FieldMapping> way) {
    return concept.hops().stream()
        .filter(other -> other.hop().to().equals(to()))
        .filter(other -> other.into(target().name()).filter(way).isPresent())
        .findFirst()
        .equals(Optional.of(hop));
  }

  /** Whether a type on this hop has none of its methods yet, which is reported by itself. */
  boolean isUnprocessed() {
    return from().shape().has(ShapeTrait.UNPROCESSED) || to().shape().has(ShapeTrait.UNPROCESSED);
  }

  /** Whether the mapper can neither read nor call what gives access to a field. */
  boolean isHidden(ResolvedShape shape, Optional<Access> access) {
    return access
        .filter(
            one ->
                one.visibility()
                    .reaches(hop.hop().outer().mapperPackage(), shape.shape().type().packageName()))
        .isEmpty();
  }

  /** What to do about fields that the mapper cannot reach. */
  Remedy reachable() {
    return Remedy.advice(
        "make it accessible from "
            + hop.hop().outer().mapperPackage()
            + ", where the mapper is, or name the package of its type with 'mappers: { package: …"
            + " }' in the plan");
  }

  static HopId id(HopLedger hop) {
    return hop.hop().id();
  }
}
