package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import java.util.List;

/**
 * Pairs fields that are called as the same field is in another layer: what a transfer type calls
 * otherwise than the domain does, a row may call so too.
 */
final class OtherLayerNames {

  private final RowProposals rows;
  private final ConceptLedger concept;
  private final FieldSimilarity similarity;

  OtherLayerNames(Shapes shapes, RowProposals rows) {
    this.rows = rows;
    this.concept = rows.concept();
    this.similarity = new FieldSimilarity(shapes);
  }

  /** Proposes the pairs, and returns whether there was one. */
  boolean guess() {
    boolean any = false;
    for (ResolvedShape outer : concept.outer()) {
      for (Field field : OpenFields.of(concept, outer, concept.hub())) {
        List<String> inner =
            concept.outer().stream()
                .filter(other -> !other.layer().equals(outer.layer()))
                .filter(other -> has(other, field))
                .flatMap(other -> rows.pairedWith(other, field.name()).stream())
                .distinct()
                .toList();
        boolean one = inner.size() == 1 && outer.shape().field(inner.get(0)).isEmpty();
        Hop hop = new Hop(concept.hub(), outer, Hop.Kind.OUTWARD);
        any |= one && rows.pair(hop, inner.get(0), field.name(), Guess.Kind.NAME);
      }
    }
    return any;
  }

  private boolean has(ResolvedShape shape, Field field) {
    return shape
        .shape()
        .field(field.name())
        .filter(same -> similarity.fit(same.type(), field.type()))
        .isPresent();
  }
}
