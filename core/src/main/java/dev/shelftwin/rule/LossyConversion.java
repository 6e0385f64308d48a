package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.shape.Field;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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
    return Hits.entries(ledger).flatMap(at -> hit(ledger, at, stage).stream());
  }

  private Optional<Hit> hit(ConceptLedger ledger, Hits.OnHop at, Stage stage) {
    Optional<Conversion> conversion = at.entry().conversion();
    List<OwnLosses.Found> own = conversion.map(way -> OwnLosses.of(way, stage)).orElse(List.of());
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    conversion.ifPresent(way -> losses.addAll(way.losses()));
    own.forEach(found -> losses.add(found.loss()));
    return losses.isEmpty() || at.entry().sources().isEmpty()
        ? Optional.empty()
        : Optional.of(hit(ledger, at, losses, own));
  }

  private Hit hit(
      ConceptLedger ledger, Hits.OnHop at, Set<Loss> losses, List<OwnLosses.Found> own) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    String lost = losses.stream().map(Loss::key).collect(Collectors.joining(", "));
    String why =
        own.stream()
            .map(found -> found.call())
            .map(
                call ->
                    "; your code calls "
                        + call.owner()
                        + "."
                        + call.method()
                        + (call.at().line() > 0 ? " at line " + call.at().line() : ""))
            .collect(Collectors.joining());
    String message =
        at.from().path(source)
            + ", a "
            + source.type()
            + ", does not always fit "
            + at.to().path(target)
            + ", a "
            + target.type()
            + ": it may lose "
            + lost
            + why;
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
