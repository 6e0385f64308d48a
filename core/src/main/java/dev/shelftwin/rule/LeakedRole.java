package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A field that only the store should know, such as its key, seen outside the store. It is told once
 * for each place where it comes out: at the response that shows it, or at the domain where it ends.
 */
final class LeakedRole implements Rule {

  private final RuleId id;
  private final FieldRole role;

  LeakedRole(RuleId id, FieldRole role) {
    this.id = id;
    this.role = role;
  }

  @Override
  public RuleId id() {
    return id;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.outer().stream()
        .filter(outer -> outer.role() == Role.PERSISTENCE)
        .flatMap(store -> ledger.hop(store, ledger.hub()).stream())
        .flatMap(load -> load.entries().stream().filter(entry -> carriesRole(ledger, load, entry)))
        .flatMap(entry -> leaks(ledger, entry).stream());
  }

  private boolean carriesRole(ConceptLedger ledger, HopLedger load, Entry entry) {
    return entry.isCarried()
        && entry.sources().stream()
            .anyMatch(field -> ledger.roles(load.hop().from(), field).contains(role));
  }

  private List<Hit> leaks(ConceptLedger ledger, Entry load) {
    Field source = load.sources().get(0);
    Field inside = load.target().orElseThrow();
    Station domain = ledger.hub();
    List<Hit> hits = new ArrayList<>();
    for (HopLedger out : ledger.hops()) {
      if (out.hop().from().equals(domain) && out.hop().to().role() == Role.TRANSFER) {
        out.outOf(inside)
            .filter(Entry::isCarried)
            .forEach(entry -> hits.add(shown(ledger, out, source, load, entry)));
      }
    }
    if (hits.isEmpty()) {
      Optional<String> hop =
          ledger.outer().stream()
              .filter(outer -> outer.role() == Role.PERSISTENCE)
              .map(outer -> outer + "->" + domain)
              .findFirst();
      hits.add(hit(ledger, hop, domain, inside, source, rows(load)));
    }
    return hits;
  }

  private Hit shown(ConceptLedger ledger, HopLedger out, Field source, Entry load, Entry entry) {
    List<Row> rows = new ArrayList<>(rows(load));
    rows.addAll(rows(entry));
    Field target = entry.target().orElseThrow();
    return hit(ledger, Optional.of(out.hop().toString()), out.hop().to(), target, source, rows);
  }

  private static List<Row> rows(Entry entry) {
    return entry.row().stream().toList();
  }

  private Hit hit(
      ConceptLedger ledger,
      Optional<String> hop,
      Station station,
      Field target,
      Field source,
      List<Row> rows) {
    String message =
        station.path(target) + " shows the store's " + role.key() + " " + source.name();
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it",
                station,
                target,
                "accept: { " + id.key() + ": \"why it may be seen\" }");
    return new Hits(id, ledger)
        .hit(
            hop,
            Optional.of(station.path(target)),
            message,
            List.of(Remedy.advice("take " + target.name() + " out of " + station.shape()), accept),
            target.place(),
            rows);
  }
}
