package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.List;

/** Pairs the only open fields of two types that hold objects of one other concept. */
final class ContainedConcepts {

  private final Ledger ledger;
  private final RowProposals rows;

  ContainedConcepts(Ledger ledger, RowProposals rows) {
    this.ledger = ledger;
    this.rows = rows;
  }

  /** Proposes the pairs, and returns whether there was one. */
  boolean guess() {
    ConceptLedger concept = rows.concept();
    boolean any = false;
    for (ResolvedShape outer : concept.outer()) {
      List<Field> inside = OpenFields.of(concept, concept.hub(), outer);
      List<Field> outside = OpenFields.of(concept, outer, concept.hub());
      Hop hop = new Hop(concept.hub(), outer, Hop.Kind.OUTWARD);
      for (ConceptLedger held : ledger.concepts()) {
        List<Field> ones = inside.stream().filter(field -> holds(field, held)).toList();
        List<Field> others = outside.stream().filter(field -> holds(field, held)).toList();
        any |=
            ones.size() == 1
                && others.size() == 1
                && isMany(ones.get(0)) == isMany(others.get(0))
                && outer.shape().field(ones.get(0).name()).isEmpty()
                && rows.pair(hop, ones.get(0).name(), others.get(0).name(), Guess.Kind.CONTENT);
      }
    }
    return any;
  }

  private static boolean holds(Field field, ConceptLedger concept) {
    TypeRef held = Container.held(field.type()).erased();
    return concept.shapes().anyMatch(shape -> shape.shape().type().erased().equals(held));
  }

  private static boolean isMany(Field field) {
    return Container.of(field.type().present()).isPresent();
  }
}
