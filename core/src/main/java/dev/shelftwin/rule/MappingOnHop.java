package dev.shelftwin.rule;

import dev.shelftwin.finding.HopId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
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

  static HopId id(HopLedger hop) {
    return new HopId(hop.hop().from().label(), hop.hop().to().label());
  }
}
