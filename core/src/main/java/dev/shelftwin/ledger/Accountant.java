package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Nesting;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

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
    Discovery discovery = new Discovery(plan, shapes);
    List<ConceptLedger> concepts = new ArrayList<>();
    while (discovery.hasGrown()) {
      discovery.begin();
      unknownNames.clear();
      concepts.clear();
      Names names = new Names(plan, discovery.concepts(), shapes, unknownNames);
      for (Concept concept : discovery.concepts()) {
        Optional<List<Station>> stations = names.stations(concept);
        if (stations.isPresent()) {
          concepts.add(account(concept, stations.get(), names, discovery));
        }
      }
      names.checkRest();
    }
    return new Ledger(plan, concepts, unknownNames);
  }

  private ConceptLedger account(
      Concept concept, List<Station> stations, Names names, Discovery discovery) {
    Paths paths = new Paths(shapes);
    names.check(concept, stations, paths);
    Pairing pairing = new Pairing(concept, stations, paths);
    Usage usage = new Usage();
    Families families = new Families(shapes, discovery.concepts());
    List<HopLedger> hops = new ArrayList<>();
    for (Hop hop : hops(pairing)) {
      Nesting nesting = discovery.nesting(concept, hop.from().layer(), hop.to().layer());
      Conversions conversions = new Conversions(shapes, new Catalogue(shapes, nesting), usage);
      HopLedger ledger =
          families
              .of(hop)
              .map(family -> HopLedger.ofFamily(hop, family))
              .orElseGet(
                  () ->
                      new HopAccountant(pairing, hop, conversions, paths, discovery, usage)
                          .account());
      linkChildren(ledger, discovery);
      claimFields(concept, ledger, discovery);
      hops.add(ledger);
    }
    return new ConceptLedger(pairing, hops, waysBack(hops, discovery), usage.idle(concept));
  }

  private static void claimFields(Concept concept, HopLedger ledger, Discovery discovery) {
    for (Entry entry : ledger.entries()) {
      if (entry.isCarried() && ledger.hop().from().role() == Role.PERSISTENCE) {
        TypeRef row = ledger.hop().from().shape().type();
        entry.sources().forEach(field -> discovery.claim(row, field, concept.name()));
      }
      if (entry.isCarried() && ledger.hop().to().role() == Role.PERSISTENCE) {
        TypeRef row = ledger.hop().to().shape().type();
        entry.target().ifPresent(field -> discovery.claim(row, field, concept.name()));
      }
    }
  }

  /** A row is a part of the one whose mapper makes it, or that holds it among others. */
  private static void linkChildren(HopLedger ledger, Discovery discovery) {
    Station to = ledger.hop().to();
    Station from = ledger.hop().from();
    if (to.role() == Role.PERSISTENCE) {
      mapped(ledger.forms()).forEach(form -> discovery.link(to.shape().type(), form.to()));
    }
    if (from.role() == Role.PERSISTENCE) {
      ledger
          .forms()
          .filter(Form.Each.class::isInstance)
          .flatMap(each -> mapped(((Form.Each) each).elements().forms()))
          .forEach(form -> discovery.link(from.shape().type(), form.from()));
    }
  }

  private static Stream<Form.Mapped> mapped(Stream<Form> forms) {
    return forms.filter(Form.Mapped.class::isInstance).map(Form.Mapped.class::cast);
  }

  private static Set<Field> waysBack(List<HopLedger> hops, Discovery discovery) {
    Set<Field> waysBack = new HashSet<>();
    for (HopLedger hop : hops) {
      for (Entry entry : hop.entries()) {
        if (!entry.isCarried()) {
          add(waysBack, hop.hop().to(), entry.target().stream(), discovery);
          add(waysBack, hop.hop().from(), entry.sources().stream(), discovery);
        }
      }
    }
    return waysBack;
  }

  private static void add(
      Set<Field> waysBack, Station row, Stream<Field> fields, Discovery discovery) {
    if (row.role() == Role.PERSISTENCE) {
      fields.filter(field -> discovery.isWayBack(row.shape().type(), field)).forEach(waysBack::add);
    }
  }

  private static List<Hop> hops(Pairing pairing) {
    List<Hop> hops = new ArrayList<>();
    for (Station outer : pairing.outer()) {
      boolean store = outer.role() == Role.PERSISTENCE;
      if (store || outer.use().direction().goesOut()) {
        hops.add(new Hop(pairing.hub(), outer, Hop.Way.OUTWARD));
      }
      if (store || outer.use().direction().goesIn()) {
        hops.add(new Hop(outer, pairing.hub(), Hop.Way.INWARD));
      }
    }
    for (Station from : pairing.outer()) {
      for (Station to : pairing.outer()) {
        if (pairing.concept().goesDirectly(from.use(), to.use())) {
          hops.add(new Hop(from, to, Hop.Way.PAST));
        }
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
        if (!used.contains(row)
            && row.role().isEmpty()
            && row.accept().isEmpty()
            && row.limits().isEmpty()) {
          idle.add(new Text("this row", row.at()));
          continue;
        }
        row.stays().only().forEach((key, text) -> add(idle, text, "'stays' of " + key, text.at()));
        row.by().only().forEach((key, text) -> add(idle, text, "'by' of " + key, text.at()));
        row.codes().only().forEach((key, said) -> add(idle, said, "'codes' of " + key, said.at()));
        row.absent()
            .only()
            .forEach((key, said) -> add(idle, said, "'absent' of " + key, said.at()));
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
