package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.List;

/**
 * The directions of transfer types whose names tell none: objects that nothing outside their
 * package can create, that methods map in one direction only, or that only types of one direction
 * hold, are only shown, or only taken, unless services use them in the other direction.
 */
final class PossibleDirections {

  private static final Guess.Kind BOTH = Guess.Kind.BOTH_DIRECTIONS;

  private final ConceptLedger concept;
  private final MapperGuesses mappers;
  private final Holders holders;
  private final boolean isFirst;
  private final List<Guess> guesses = new ArrayList<>();
  private final List<ShapeUse> narrowed = new ArrayList<>();

  /**
   * Directions of the types of a concept.
   *
   * @param isFirst whether the directions of the holders may still be narrowed
   */
  PossibleDirections(
      ConceptLedger concept, MapperGuesses mappers, Holders holders, boolean isFirst) {
    this.concept = concept;
    this.mappers = mappers;
    this.holders = holders;
    this.isFirst = isFirst;
  }

  DraftConcept of(DraftConcept draft) {
    Concept begun = draft.begun();
    List<ShapeUse> uses = begun.shapes().stream().map(use -> possible(draft, use)).toList();
    return guesses.isEmpty()
        ? draft
        : draft
            .without(guess -> narrowed.stream().anyMatch(use -> isAbout(guess, use, BOTH)))
            .with(begun.with(uses, begun.rows(), begun.omissions()), guesses);
  }

  private ShapeUse possible(DraftConcept draft, ShapeUse use) {
    if (use.layer().role() != Role.TRANSFER || use.direction() != Direction.BOTH) {
      return use;
    }
    boolean taken = canBeCreated(use, true);
    boolean shown = canBeCreated(use, false);
    if (taken != shown) {
      return only(use, shown, Guess.Kind.POSSIBLE_DIRECTION);
    }
    boolean unnamed = draft.guesses().stream().anyMatch(guess -> isAbout(guess, use, BOTH));
    boolean nested =
        draft.guesses().stream().anyMatch(guess -> isAbout(guess, use, Guess.Kind.NESTED));
    boolean mapsIn = isMapped(use, true);
    boolean mapsOut = isMapped(use, false);
    Shape shape = shape(use);
    if (!unnamed || nested || (mapsIn && mapsOut)) {
      return use;
    }
    boolean maps = mapsIn || mapsOut;
    boolean shows = maps ? mapsOut : holders.hold(shape, false);
    boolean takes = maps ? mapsIn : holders.hold(shape, true);
    boolean uncertain = (isFirst || !maps) && holders.mayHold(shape);
    return shows == takes || uncertain || holders.hold(shape, shows) || isServed(use, shows)
        ? use
        : only(use, shows, maps ? Guess.Kind.MAPPER_DIRECTION : Guess.Kind.HOLDER_DIRECTION);
  }

  private Shape shape(ShapeUse use) {
    return concept.shapes().filter(shape -> end(shape, use)).findFirst().orElseThrow().shape();
  }

  private ShapeUse only(ShapeUse use, boolean shown, Guess.Kind why) {
    narrowed.add(use);
    guesses.add(new Guess(why, use.simpleName()));
    return use.with(shown ? Direction.OUT : Direction.IN);
  }

  /** Whether a guess of a kind is about a type. */
  static boolean isAbout(Guess guess, ShapeUse use, Guess.Kind kind) {
    String subject = guess.subject().replaceFirst(" .*", "");
    return guess.kind() == kind && (use.isNamed(subject) || use.type().endsWith("." + subject));
  }

  /** Whether methods map a type to, or from, the type that the others are mapped through. */
  private boolean isMapped(ShapeUse use, boolean inward) {
    return concept.hops().stream()
        .filter(hop -> end(inward ? hop.hop().from() : hop.hop().to(), use))
        .filter(hop -> hop.hop().inward() == inward && !hop.hop().isDirect())
        .anyMatch(hop -> mappers.map(concept, hop));
  }

  /** Whether services take objects of a type, or answer with them, which they map by themselves. */
  private boolean isServed(ShapeUse use, boolean inward) {
    return concept
        .shapes()
        .filter(shape -> end(shape, use))
        .anyMatch(shape -> mappers.isServed(shape.shape().type(), inward));
  }

  /** Whether a mapper can create the domain object, or the transfer object, and fill it. */
  private boolean canBeCreated(ShapeUse use, boolean inward) {
    return concept.hops().stream()
        .filter(hop -> end(inward ? hop.hop().from() : hop.hop().to(), use))
        .filter(hop -> hop.hop().inward() == inward && !hop.hop().isDirect())
        .allMatch(
            hop ->
                hop.family().isPresent()
                    || (hop.creator().isPresent() && fills(hop))
                    || mappers.map(concept, hop));
  }

  /** Whether the target gets any value, or has nothing to be filled. */
  private static boolean fills(HopLedger hop) {
    return hop.hop().to().shape().storedFields().findAny().isEmpty()
        || hop.mappings().stream()
            .anyMatch(
                mapping ->
                    mapping.target().isPresent() && !(mapping instanceof FieldMapping.Unfilled));
  }

  private static boolean end(ResolvedShape shape, ShapeUse use) {
    return shape.use().equals(use);
  }
}
