package dev.shelftwin.draft;

import dev.shelftwin.ledger.Accountant;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanText;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.PlanWriter.Comments;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Proposes a plan: concepts from the types' names and fields, rows from what the ledger leaves
 * open. Every guess is marked, and where only a person can tell why, the reason is a question.
 */
public final class Drafter {

  /** How often the ledger is written again at most; each look settles one kind of question. */
  private static final int LOOKS = 24;

  private final Plan begun;
  private final Shapes shapes;
  private final List<DraftConcept> concepts = new ArrayList<>();
  private final List<DraftConcept> known = new ArrayList<>();
  private final Map<DraftRow, Row> built = new HashMap<>();
  private List<String> alone = List.of();

  private Drafter(Plan begun, Shapes shapes) {
    this.begun = begun;
    this.shapes = shapes;
  }

  /**
   * A plan for code that has none.
   *
   * @param begun its name, code and layers; no concepts
   */
  public static Draft draft(Plan begun, List<Territory> territories, Shapes shapes) {
    Drafter drafter = new Drafter(begun, shapes);
    Plan plan = drafter.guess(territories);
    return drafter.result(PlanWriter.write(plan, drafter.comments(plan)));
  }

  /**
   * More of a plan that is there.
   *
   * @param file what errors call it
   * @param text of the plan
   */
  public static Draft extend(
      Plan begun, String file, String text, List<Territory> territories, Shapes shapes) {
    Drafter drafter = new Drafter(begun, shapes);
    Plan plan = drafter.guess(territories);
    Map<String, List<Row>> rows = new LinkedHashMap<>();
    for (DraftConcept concept : drafter.known) {
      if (!concept.rows().isEmpty()) {
        rows.put(concept.name(), concept.rows().stream().map(drafter.built::get).toList());
      }
    }
    List<Concept> added = plan.concepts().subList(begun.concepts().size(), plan.concepts().size());
    return drafter.result(PlanText.extend(file, text, rows, added, drafter.comments(plan)));
  }

  private Plan guess(List<Territory> territories) {
    for (Concept concept : begun.concepts()) {
      known.add(DraftConcept.written(concept));
    }
    Set<String> named = new HashSet<>();
    begun.concepts().stream()
        .flatMap(concept -> concept.shapes().stream())
        .map(ShapeUse::qualifiedName)
        .forEach(named::add);
    ShapePairing pairing = new ShapePairing(shapes, territories);
    for (ShapePairing.Pair pair : pairing.pairs(named)) {
      concepts.add(DraftConcept.fresh(pair.concept(freeName(pair.name())), pair.remarks()));
    }
    alone = pairing.alone();
    Plan plan = plan();
    for (int look = 0; look < LOOKS && guessRows(plan); look++) {
      plan = plan();
    }
    return plan;
  }

  private String freeName(String name) {
    String free = name;
    for (int number = 2; isTaken(free); number++) {
      free = name + number;
    }
    return free;
  }

  private boolean isTaken(String name) {
    return all().stream().anyMatch(concept -> concept.name().equals(name));
  }

  private List<DraftConcept> all() {
    List<DraftConcept> all = new ArrayList<>(known);
    all.addAll(concepts);
    return all;
  }

  private Plan plan() {
    return new Plan(
        begun.name(),
        begun.code(),
        begun.layers(),
        all().stream().map(concept -> concept.concept(built)).toList(),
        begun.signatures(),
        begun.wire(),
        begun.samples(),
        begun.at());
  }

  private boolean guessRows(Plan plan) {
    boolean any = false;
    List<ConceptLedger> ledgers = Accountant.account(plan, shapes).concepts();
    for (DraftConcept concept : all()) {
      Optional<ConceptLedger> ledger =
          ledgers.stream().filter(one -> one.name().equals(concept.name())).findFirst();
      any |= ledger.filter(one -> new RowGuesses(shapes, one, concept).guess()).isPresent();
    }
    return any;
  }

  private Comments comments(Plan plan) {
    IdentityHashMap<Object, List<String>> remarks = new IdentityHashMap<>();
    for (DraftConcept concept : all()) {
      plan.concept(concept.name()).ifPresent(one -> remarks.put(one, concept.remarks()));
      concept.rows().forEach(row -> remarks.put(built.get(row), row.guesses()));
    }
    return part -> remarks.getOrDefault(part, List.of());
  }

  private Draft result(String text) {
    int rows = all().stream().mapToInt(concept -> concept.rows().size()).sum();
    int guesses = (int) text.lines().filter(line -> line.strip().startsWith("# guess:")).count();
    int questions = (int) text.lines().filter(line -> line.contains("'?'")).count();
    return new Draft(
        text, concepts.stream().map(DraftConcept::name).toList(), rows, guesses, questions, alone);
  }
}
