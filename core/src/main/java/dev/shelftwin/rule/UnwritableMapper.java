package dev.shelftwin.rule;

import dev.shelftwin.convert.Form;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Dependency;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Callable;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A mapper that cannot be handed what it needs. */
final class UnwritableMapper implements Rule {

  @Override
  public RuleId id() {
    return RuleId.UNWRITABLE_MAPPER;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    List<Hit> hits = new ArrayList<>();
    ledger.outer().stream()
        .map(Station::layer)
        .distinct()
        .filter(layer -> needsItself(stage.ledger(), ledger, layer))
        .forEach(layer -> hits.add(circle(ledger, layer)));
    for (HopLedger hop : ledger.hops()) {
      if (!hop.rivals().isEmpty()) {
        hits.add(ambiguous(ledger, hop));
      }
      hop.forms()
          .filter(Form.Mapped.class::isInstance)
          .map(Form.Mapped.class::cast)
          .filter(form -> asksItsCaller(stage.ledger(), form))
          .findFirst()
          .ifPresent(form -> hits.add(asking(ledger, hop, form)));
    }
    return hits.stream();
  }

  private Hit ambiguous(ConceptLedger ledger, HopLedger hop) {
    Callable chosen = hop.maker().orElseThrow();
    String others =
        hop.rivals().stream().map(Callable::toString).collect(Collectors.joining(" and "));
    Station to = hop.hop().to();
    String build =
        "{ type: %s, build: { %s: %s } }"
            .formatted(
                to.use().type(),
                hop.hop().from().use().simpleName(),
                chosen.isConstructor() ? "new" : chosen.name());
    return new Hits(id(), ledger)
        .hit(
            Optional.of(hop.hop().toString()),
            Optional.empty(),
            chosen + " and " + others + " would both make " + to.shape(),
            List.of(Remedy.advice("name the one that is meant: '" + build + "'")),
            to.use().at(),
            List.of());
  }

  private static boolean needsItself(Ledger ledger, ConceptLedger concept, Layer layer) {
    Set<String> seen = new HashSet<>();
    Deque<ConceptLedger> open = new ArrayDeque<>(List.of(concept));
    while (!open.isEmpty()) {
      for (Dependency needed : Dependency.of(ledger, open.remove(), layer)) {
        if (needed instanceof Dependency.OfMapper mapper) {
          if (mapper.concept().name().equals(concept.name())) {
            return true;
          }
          if (seen.add(mapper.concept().name())) {
            open.add(mapper.concept());
          }
        }
      }
    }
    return false;
  }

  private Hit circle(ConceptLedger ledger, Layer layer) {
    return new Hits(id(), ledger)
        .hit(
            Optional.empty(),
            Optional.empty(),
            "the mapper of "
                + ledger.name()
                + " to "
                + layer.name()
                + " needs others that need it, so none can be made first",
            List.of(Remedy.advice("let one of them refer to the other by its key")),
            ledger.concept().at(),
            List.of());
  }

  private static boolean asksItsCaller(Ledger ledger, Form.Mapped form) {
    return ledger.concept(form.concept()).stream()
        .flatMap(concept -> concept.hop(form.from(), form.to()).stream())
        .flatMap(hop -> hop.entries().stream())
        .flatMap(entry -> entry.given().stream())
        .anyMatch(given -> given.source() == Given.Source.CALLER);
  }

  private Hit asking(ConceptLedger ledger, HopLedger hop, Form.Mapped form) {
    return new Hits(id(), ledger)
        .hit(
            Optional.of(hop.hop().toString()),
            Optional.empty(),
            "the mapper of "
                + form.concept()
                + " asks its caller for more, and here nobody knows it",
            List.of(Remedy.advice("let a supplier or a static method give it: { from: supplier }")),
            ledger.concept().at(),
            List.of());
  }
}
