package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Role;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The directions of transfer types of which no method tells one, although methods only show objects
 * of a type that they extend.
 */
final class InheritedDirections {

  private final DraftConcept draft;
  private final ConceptLedger ledger;

  InheritedDirections(DraftConcept draft, ConceptLedger ledger) {
    this.draft = draft;
    this.ledger = ledger;
  }

  /** The concept with these directions. */
  DraftConcept known() {
    Concept begun = draft.begun();
    Set<ShapeUse> changed = new HashSet<>();
    begun.shapes().stream().filter(this::extendsShown).forEach(changed::add);
    if (changed.isEmpty()) {
      return draft;
    }
    List<ShapeUse> uses =
        begun.shapes().stream()
            .map(use -> changed.contains(use) ? use.with(Direction.OUT) : use)
            .toList();
    return draft
        .without(guess -> changed.stream().anyMatch(use -> tellsLittle(guess, use)))
        .with(
            begun.with(uses, begun.rows(), begun.omissions()),
            changed.stream()
                .map(use -> new Guess(Guess.Kind.INHERITED_DIRECTION, use.simpleName()))
                .toList());
  }

  /**
   * Whether a guess says that nothing but the possibility of creating objects tells a direction.
   */
  private static boolean tellsLittle(Guess guess, ShapeUse use) {
    return PossibleDirections.isAbout(guess, use, Guess.Kind.BOTH_DIRECTIONS)
        || PossibleDirections.isAbout(guess, use, Guess.Kind.POSSIBLE_DIRECTION);
  }

  private boolean isOpen(ShapeUse use) {
    return draft.guesses().stream().anyMatch(guess -> tellsLittle(guess, use));
  }

  private boolean extendsShown(ShapeUse use) {
    if (use.direction() == Direction.OUT || !isOpen(use)) {
      return false;
    }
    Set<String> shown =
        draft.begun().shapes().stream()
            .filter(other -> other.layer().role() == Role.TRANSFER)
            .filter(other -> other.direction() == Direction.OUT && !isOpen(other))
            .map(ShapeUse::type)
            .collect(Collectors.toSet());
    List<ResolvedShape> all = ledger.shapes().toList();
    return all.stream()
        .filter(shape -> shape.use().type().equals(use.type()))
        .anyMatch(
            shape ->
                all.stream()
                    .filter(other -> shown.contains(other.use().type()))
                    .anyMatch(other -> shape.shape().isSubtypeOf(other.shape())));
  }
}
