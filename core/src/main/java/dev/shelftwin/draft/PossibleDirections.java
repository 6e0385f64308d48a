package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;

/**
 * The directions of transfer types whose names tell none: objects that nothing outside their
 * package can create are only shown, or only taken.
 */
final class PossibleDirections {

  private final ConceptLedger concept;
  private final List<Guess> guesses = new ArrayList<>();

  PossibleDirections(ConceptLedger concept) {
    this.concept = concept;
  }

  DraftConcept of(DraftConcept draft) {
    Concept begun = draft.begun();
    List<ShapeUse> uses = begun.shapes().stream().map(this::possible).toList();
    return guesses.isEmpty()
        ? draft
        : draft.with(begun.with(uses, begun.rows(), begun.omissions()), guesses);
  }

  private ShapeUse possible(ShapeUse use) {
    if (use.layer().role() != Role.TRANSFER || use.direction() != Direction.BOTH) {
      return use;
    }
    boolean taken = canBeCreated(use, true);
    boolean shown = canBeCreated(use, false);
    if (taken == shown) {
      return use;
    }
    guesses.add(new Guess(Guess.Kind.POSSIBLE_DIRECTION, use.simpleName()));
    return new ShapeUse(
        use.layer(), use.type(), shown ? Direction.OUT : Direction.IN, use.build(), use.at());
  }

  /** Whether a mapper finds a creator of the domain object, or of the transfer object. */
  private boolean canBeCreated(ShapeUse use, boolean inward) {
    return concept.hops().stream()
        .filter(hop -> end(inward ? hop.hop().from() : hop.hop().to(), use))
        .filter(hop -> hop.hop().inward() == inward && !hop.hop().isDirect())
        .allMatch(hop -> hop.creator().isPresent() || hop.family().isPresent());
  }

  private static boolean end(ResolvedShape shape, ShapeUse use) {
    return shape.use().equals(use);
  }
}
