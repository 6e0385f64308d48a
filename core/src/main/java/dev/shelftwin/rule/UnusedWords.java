package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** A concept or a word of the plan that has no effect. */
final class UnusedWords implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    Matches matches = new Matches(RuleId.STALE_ROW, concept);
    Stream<RuleMatch> unmapped =
        concept.hops().isEmpty()
            ? Stream.of(
                matches.ofConcept(
                    concept.name() + " has a type in only one layer, so nothing is mapped.",
                    List.of(Remedy.advice("name its type in another layer, or remove the concept")),
                    concept.concept().at()))
            : Stream.empty();
    Stream<RuleMatch> words =
        concept.unusedWords().stream()
            .map(
                word ->
                    matches.ofConcept(
                        capitalised(word.what()) + " has no effect.",
                        List.of(Remedy.advice("remove it")),
                        word.at()));
    return Stream.concat(unmapped, words);
  }

  private static String capitalised(String phrase) {
    return phrase.substring(0, 1).toUpperCase(Locale.ROOT) + phrase.substring(1);
  }
}
