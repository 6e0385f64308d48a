package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A constant that the plan gives no code, or that is carried by its name to an enumeration which
 * has none of that name.
 */
final class EnumGap implements Rule {

  @Override
  public RuleId id() {
    return RuleId.ENUM_GAP;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .flatMap(
            at ->
                at.entry().conversion().stream()
                    .flatMap(Conversion::withInner)
                    .flatMap(
                        way ->
                            Stream.concat(
                                way.steps().stream().flatMap(step -> uncoded(ledger, at, step)),
                                unnamed(ledger, at, way, stage))));
  }

  private Stream<Hit> uncoded(ConceptLedger ledger, Hits.OnHop at, Step step) {
    return step.form() instanceof Form.Table table && table.outward() && !table.missing().isEmpty()
        ? Stream.of(
            hit(
                ledger,
                at,
                "'codes' of "
                    + at.from().path(source(at))
                    + " tells nothing for "
                    + String.join(", ", table.missing()),
                List.of(Remedy.advice("give each of them a code"))))
        : Stream.empty();
  }

  /** From constant to name and from there to another constant. */
  private Stream<Hit> unnamed(ConceptLedger ledger, Hits.OnHop at, Conversion way, Stage stage) {
    List<Step> steps = way.steps();
    return IntStream.range(1, steps.size())
        .filter(index -> steps.get(index).form() instanceof Form.Constant)
        .boxed()
        .flatMap(index -> unnamed(ledger, at, steps.get(index - 1), steps.get(index), stage));
  }

  private Stream<Hit> unnamed(
      ConceptLedger ledger, Hits.OnHop at, Step toName, Step toConstant, Stage stage) {
    List<String> missing = new ArrayList<>(constants(toName.from(), stage));
    missing.removeAll(constants(toConstant.to(), stage));
    return missing.isEmpty()
        ? Stream.empty()
        : Stream.of(
            hit(
                ledger,
                at,
                at.from().path(source(at))
                    + " may be "
                    + String.join(", ", missing)
                    + ", which "
                    + toConstant.to()
                    + " of "
                    + at.to().path(at.entry().target().orElseThrow())
                    + " does not have",
                remedies(ledger, at, missing, toConstant.to())));
  }

  private static List<Remedy> remedies(
      ConceptLedger ledger, Hits.OnHop at, List<String> missing, TypeRef to) {
    PlanRows rows = new PlanRows(ledger);
    return List.of(
        Remedy.advice("add " + String.join(", ", missing) + " to " + to),
        Remedy.advice("or say with 'codes' which constant stands for which"),
        rows.with(
            "or accept it", at.from(), source(at), "accept: { enum-gap: \"why it never comes\" }"));
  }

  private static List<String> constants(TypeRef type, Stage stage) {
    return stage.shapes().find(type).map(Shape::constants).orElse(List.of());
  }

  private static Field source(Hits.OnHop at) {
    return at.entry().sources().get(0);
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, String message, List<Remedy> remedies) {
    return new Hits(id(), ledger).onHop(at, at.from(), source(at), message, remedies);
  }
}
