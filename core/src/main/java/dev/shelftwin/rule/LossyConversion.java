package dev.shelftwin.rule;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A conversion that may lose something, and nobody said that this is meant. */
final class LossyConversion implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LOSSY_CONVERSION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .filter(at -> at.entry().conversion().filter(way -> !way.losses().isEmpty()).isPresent())
        .map(at -> hit(ledger, at));
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    String losses =
        at.entry().conversion().orElseThrow().losses().stream()
            .map(Loss::key)
            .collect(Collectors.joining(", "));
    String message =
        at.from().path(source)
            + ", a "
            + source.type()
            + ", does not always fit "
            + at.to().path(target)
            + ", a "
            + target.type()
            + ": it may lose "
            + losses;
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it",
                at.from(),
                source,
                "accept: { lossy-conversion: \"why it is enough\" }");
    return new Hits(id(), ledger)
        .onHop(at, at.to(), target, message, List.of(Remedy.advice("widen the target"), accept));
  }
}
