package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Writes the ledger: accounts for every field of every concept on every hop. */
public final class Accountant {

  private final Plan plan;
  private final Shapes shapes;
  private final List<Finding> unknownNames = new ArrayList<>();

  private Accountant(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
  }

  /** The ledger of a plan over the users' types. */
  public static Ledger account(Plan plan, Shapes shapes) {
    return new Accountant(plan, shapes).ledger();
  }

  private Ledger ledger() {
    Names names = new Names(plan, shapes, unknownNames);
    List<ConceptLedger> concepts = new ArrayList<>();
    for (Concept concept : plan.concepts()) {
      names
          .stations(concept)
          .map(stations -> account(concept, stations, names))
          .ifPresent(concepts::add);
    }
    names.checkRest();
    return new Ledger(plan, concepts, unknownNames);
  }

  private ConceptLedger account(Concept concept, List<Station> stations, Names names) {
    names.check(concept, stations);
    Pairing pairing = new Pairing(concept, stations);
    Usage usage = new Usage();
    Conversions conversions = new Conversions(shapes, new Catalogue(shapes), usage);
    List<HopLedger> hops = new ArrayList<>();
    for (Hop hop : hops(pairing)) {
      hops.add(new HopAccountant(pairing, hop, conversions, usage).account());
    }
    return new ConceptLedger(pairing, hops, usage.idle(concept));
  }

  private static List<Hop> hops(Pairing pairing) {
    List<Hop> hops = new ArrayList<>();
    for (Station outer : pairing.outer()) {
      boolean store = outer.role() == Role.PERSISTENCE;
      if (store || outer.use().direction().goesOut()) {
        hops.add(new Hop(pairing.domain(), outer));
      }
      if (store || outer.use().direction().goesIn()) {
        hops.add(new Hop(outer, pairing.domain()));
      }
    }
    return hops;
  }

  /** Remembers which words of the plan decided something. */
  static final class Usage {

    private final Set<Object> used = new HashSet<>();

    /** A row, a scoped word or an omitted field decided something. */
    void mark(Object word) {
      used.add(word);
    }

    List<Text> idle(Concept concept) {
      List<Text> idle = new ArrayList<>();
      for (Row row : concept.rows()) {
        if (!used.contains(row) && row.role().isEmpty() && row.accept().isEmpty()) {
          idle.add(new Text("this row", row.at()));
          continue;
        }
        row.stays().only().forEach((key, text) -> add(idle, text, "'stays' of " + key, text.at()));
        row.by().only().forEach((key, text) -> add(idle, text, "'by' of " + key, text.at()));
        row.given().only().forEach((key, said) -> add(idle, said, "'given' of " + key, said.at()));
      }
      concept
          .omissions()
          .forEach(
              omission ->
                  omission
                      .fields()
                      .forEach(field -> add(idle, field, "the omission of " + field, field.at())));
      return idle;
    }

    private void add(List<Text> idle, Object word, String what, Place at) {
      if (!used.contains(word)) {
        idle.add(new Text(what, at));
      }
    }
  }
}
