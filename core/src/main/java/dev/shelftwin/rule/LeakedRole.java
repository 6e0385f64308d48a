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
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
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
    List<Load> loads = loads(ledger);
    List<Shown> shown =
        Hits.entries(ledger)
            .filter(at -> at.to().role() == Role.TRANSFER && at.entry().isCarried())
            .flatMap(at -> origin(ledger, at, loads).map(load -> new Shown(at, load)).stream())
            .filter(distinctFields())
            .toList();
    Stream<Hit> ending =
        loads.stream()
            .filter(load -> shown.stream().noneMatch(one -> one.load().equals(load)))
            .map(load -> inside(ledger, load));
    return Stream.concat(shown.stream().map(one -> shown(ledger, one)), ending);
  }

  /** A response that a read past the domain makes too is told once. */
  private static Predicate<Shown> distinctFields() {
    Set<String> told = new HashSet<>();
    return shown -> told.add(shown.at().to().path(shown.at().entry().target().orElseThrow()));
  }

  /** What only the store should know, where a response shows it. */
  private Optional<Load> origin(ConceptLedger ledger, Hits.OnHop at, List<Load> loads) {
    return at.from().role() == Role.PERSISTENCE
        ? column(ledger, at.from(), at.entry())
            .map(column -> new Load(column, column, Optional.empty(), List.of()))
        : loads.stream().filter(load -> at.entry().sources().contains(load.target())).findFirst();
  }

  /** What the domain is given of it. */
  private List<Load> loads(ConceptLedger ledger) {
    return ledger.outer().stream()
        .filter(outer -> outer.role() == Role.PERSISTENCE)
        .flatMap(store -> ledger.hop(store, ledger.hub()).stream())
        .flatMap(
            hop ->
                hop.entries().stream()
                    .filter(Entry::isCarried)
                    .flatMap(
                        entry ->
                            column(ledger, hop.hop().from(), entry)
                                .map(column -> Load.of(hop, entry, column))
                                .stream()))
        .toList();
  }

  /** The source of an account, or the key of the row that its source refers to. */
  private Optional<Field> column(ConceptLedger ledger, Station row, Entry entry) {
    Stream<Field> referred =
        entry.row().stream()
            .flatMap(said -> said.nameIn(row.use(), ledger.concept()).stream())
            .flatMap(path -> ledger.pairing().field(row, path).stream());
    return Stream.concat(entry.sources().stream(), referred)
        .filter(field -> ledger.roles(row, field).contains(role))
        .findFirst();
  }

  private Hit shown(ConceptLedger ledger, Shown shown) {
    Hits.OnHop at = shown.at();
    List<Row> rows = new ArrayList<>(shown.load().rows());
    at.entry().row().ifPresent(rows::add);
    return hit(
        ledger,
        Optional.of(at.hop().hop().toString()),
        at.to(),
        at.entry().target().orElseThrow(),
        shown.load().column(),
        rows);
  }

  private Hit inside(ConceptLedger ledger, Load load) {
    return hit(ledger, load.hop(), ledger.hub(), load.target(), load.column(), load.rows());
  }

  /** A column and the field that it is loaded into. */
  private record Load(Field column, Field target, Optional<String> hop, List<Row> rows) {

    static Load of(HopLedger hop, Entry entry, Field column) {
      return new Load(
          column,
          entry.target().orElseThrow(),
          Optional.of(hop.hop().toString()),
          entry.row().stream().toList());
    }
  }

  /** Where a response shows what was loaded. */
  private record Shown(Hits.OnHop at, Load load) {}

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
