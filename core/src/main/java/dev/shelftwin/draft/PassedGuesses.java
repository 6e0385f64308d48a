package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Proposes rows for fields that get what an existing mapper is given beside the object. */
final class PassedGuesses {

  private final RowProposals rows;
  private final Set<Hop> nested;
  private final List<ObservedMapper> mappers;

  /**
   * Guesses for a concept.
   *
   * @param nested the hops of objects within others, whose mappers have no callers of the users
   * @param mappers what is known of existing mappers
   */
  PassedGuesses(RowProposals rows, Set<Hop> nested, List<ObservedMapper> mappers) {
    this.rows = rows;
    this.nested = nested;
    this.mappers = mappers;
  }

  /** Proposes the rows, and returns whether there was one. */
  boolean guess() {
    ConceptLedger concept = rows.concept();
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      for (ObservedMapper mapper : mappers) {
        if (mapper.isOf(concept.name(), hop.hop().id()) && !nested.contains(hop.hop())) {
          for (Flow flow : mapper.flows()) {
            any |= flow.isOfFurtherArgument() && passed(hop, flow, mapper);
          }
        }
      }
    }
    return any;
  }

  private boolean passed(HopLedger hop, Flow flow, ObservedMapper mapper) {
    Optional<Field> target =
        OpenFields.withoutSource(hop).stream()
            .filter(field -> flow.target().equals(Optional.of(field.name())))
            .findFirst();
    ResolvedShape to = hop.hop().to();
    String scope = rows.draft().nameOf(hop.hop().inward() ? hop.hop().from() : to);
    return target.isPresent()
        && rows.add(
            "given " + scope,
            to,
            target.get(),
            row ->
                row.say(words -> words.givenFrom(scope, "caller"))
                    .guess(
                        new Guess(
                            Guess.Kind.CALLER,
                            target.get().name() + " of " + scope + ObservedGuesses.by(mapper))));
  }
}
