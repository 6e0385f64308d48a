package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Builds the ledger: accounts for every field of every concept on every hop. A worklist adds
 * concepts for value types that the plan does not list but that its concepts hold.
 */
public final class LedgerBuilder {

  private final Plan plan;
  private final Shapes shapes;
  private final LayerTypes layerTypes;
  private final NameResolution names;

  private LedgerBuilder(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
    this.layerTypes = new LayerTypes(shapes);
    this.names = new NameResolution(plan, shapes, layerTypes);
  }

  /** The ledger of a plan over the users' types. */
  public static Ledger build(Plan plan, Shapes shapes) {
    return new LedgerBuilder(plan, shapes).build();
  }

  private Ledger build() {
    NameResolution.Result resolved = names.resolve();
    Accounts accounts = new Accounts(resolved);
    accounts.addAll(plan.concepts());
    accounts.addDirectHops();
    List<ConceptLedger> related = accounts.related();
    Labels labels = new Labels(related);
    return Ledger.of(
        plan,
        related.stream().map(concept -> concept.withShapes(labels::label)).toList(),
        resolved.unknownNames());
  }

  /** The worklist: the accounts of all concepts so far. */
  private final class Accounts {

    private final Map<String, ConceptLedger> ledgers = new LinkedHashMap<>();
    private final Map<String, List<ResolvedShape>> resolved = new LinkedHashMap<>();
    private NestedConcepts nested;

    Accounts(NameResolution.Result names) {
      List<NestedConcepts.ConceptTypes> types = new ArrayList<>();
      for (Concept concept : plan.concepts()) {
        names.types(concept).ifPresent(types::add);
        names.shapes(concept).ifPresent(found -> resolved.put(concept.name(), found));
      }
      nested = new NestedConcepts(shapes, types);
    }

    /** Accounts for concepts on all hops to and from their hubs, and for the concepts they need. */
    void addAll(List<Concept> concepts) {
      Deque<Concept> open = new ArrayDeque<>(concepts);
      while (!open.isEmpty()) {
        Concept concept = open.remove();
        resolve(concept).ifPresent(found -> add(account(concept, found, false), open));
      }
    }

    /** Accounts for direct hops, which need the unlisted types that the other hops found. */
    void addDirectHops() {
      Deque<Concept> open = new ArrayDeque<>();
      ledgers.values().stream()
          .map(ConceptLedger::concept)
          .filter(concept -> !concept.directs().isEmpty())
          .forEach(open::add);
      while (!open.isEmpty()) {
        Concept concept = open.remove();
        resolve(concept).ifPresent(found -> add(account(concept, found, true), open));
      }
    }

    private Optional<List<ResolvedShape>> resolve(Concept concept) {
      return plan.concepts().contains(concept)
          ? Optional.ofNullable(resolved.get(concept.name()))
          : names.shapesOf(concept);
    }

    private void add(ConceptLedger ledger, Deque<Concept> open) {
      ledgers.put(ledger.name(), ledger);
      Set<String> grown = new LinkedHashSet<>();
      for (HopLedger hop : ledger.hops()) {
        for (NestedConcepts.Need need : nested.needs(ledger.concept(), hop)) {
          NestedConcepts more = nested.with(need, hop.hop().inward());
          if (more != nested) {
            nested = more;
            grown.add(need.call().concept());
          }
        }
      }
      for (String name : grown) {
        open.removeIf(concept -> concept.name().equals(name));
        open.add(nested.unlistedConcept(name).orElseThrow());
      }
    }

    private ConceptLedger account(Concept concept, List<ResolvedShape> found, boolean direct) {
      return accounting(RowRelations.NONE).account(concept, found, direct);
    }

    private ConceptAccounting accounting(RowRelations relations) {
      List<Concept> all = new ArrayList<>(plan.concepts());
      all.addAll(nested.unlistedConcepts());
      return new ConceptAccounting(shapes, nested, new Families(layerTypes, all), relations);
    }

    /** The accounts with the relations between the rows of all concepts, in the plan's order. */
    List<ConceptLedger> related() {
      RowRelations relations = RowRelations.of(List.copyOf(ledgers.values()));
      ConceptAccounting accounting = accounting(relations);
      List<Concept> order = new ArrayList<>(plan.concepts());
      order.addAll(nested.unlistedConcepts());
      List<ConceptLedger> related = new ArrayList<>();
      for (Concept concept : order) {
        ConceptLedger ledger = ledgers.get(concept.name());
        if (ledger != null) {
          related.add(
              relations.concern(ledger)
                  ? accounting.account(
                      concept, Objects.requireNonNull(resolve(concept)).orElseThrow(), true)
                  : ledger);
        }
      }
      return related;
    }
  }
}
