package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Shapes;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;

/**
 * Guesses the rows of one concept from what its ledger leaves open. Each pass proposes only one
 * kind of thing, because the next one depends on it.
 */
final class RowGuesses {

  private final ConceptLedger concept;
  private final List<BooleanSupplier> kinds;

  /**
   * Guesses for a concept.
   *
   * @param nested the hops of objects within others
   * @param mappers what existing mappers were observed to do
   * @param copies what their code copies
   * @param methods finds existing mappers
   */
  RowGuesses(
      Shapes shapes,
      Ledger ledger,
      ConceptLedger concept,
      DraftConcept draft,
      Set<Hop> nested,
      List<ObservedMapper> mappers,
      List<ObservedMapper> copies,
      MapperGuesses methods) {
    this.concept = concept;
    RowProposals rows = new RowProposals(shapes, concept, draft);
    ObservedGuesses observed =
        new ObservedGuesses(
            rows,
            mappers,
            Guess.Kind.OBSERVED_SAME,
            Guess.Kind.OBSERVED_UNIT,
            Guess.Kind.OBSERVED_FORMAT,
            Guess.Kind.OBSERVED_CONSTANT);
    ObservedGuesses copied =
        new ObservedGuesses(
            rows,
            copies,
            Guess.Kind.COPIED,
            Guess.Kind.COPIED_UNIT,
            Guess.Kind.COPIED_FORMAT,
            Guess.Kind.COPIED_CONSTANT);
    PairGuesses pairs = new PairGuesses(shapes, rows);
    ConversionGuesses conversions = new ConversionGuesses(shapes, rows);
    List<ObservedMapper> known = Stream.concat(mappers.stream(), copies.stream()).toList();
    PassedGuesses passed = new PassedGuesses(rows, nested, known);
    ValueGuesses values = new ValueGuesses(rows, nested, known, methods);
    this.kinds =
        List.of(
            observed::sameFields,
            observed::units,
            observed::formats,
            observed::constants,
            copied::sameFields,
            copied::units,
            copied::formats,
            copied::constants,
            passed::guess,
            values::auditColumns,
            pairs::rowLookups,
            pairs::shownFieldsOfReferences,
            new OtherLayerNames(shapes, rows)::guess,
            pairs::parts,
            pairs::shownKeys,
            conversions::converters,
            new ContainedConcepts(ledger, rows)::guess,
            pairs::renamedFields,
            values::givenValues,
            conversions::losses,
            observed::omissions,
            values::unmappedFields);
  }

  /** Proposes what can be proposed now; whether anything was. */
  boolean guess() {
    boolean unknownNames =
        concept.hops().stream()
            .flatMap(hop -> hop.creator().stream())
            .anyMatch(Creator::hasUnknownNames);
    return !unknownNames && kinds.stream().anyMatch(BooleanSupplier::getAsBoolean);
  }
}
