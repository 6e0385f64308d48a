package dev.shelftwin.draft;

import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** A concept whose rows are being guessed. */
final class DraftConcept {

  /** The placeholder for a reason that only a person can give. */
  static final String QUESTION = "?";

  /** Why requests do not set audit columns. */
  static final String AUDITED = "set by the persistence layer";

  /** Why requests do not set other fields that they lack. */
  static final String UNCHANGED = "not changed by requests";

  private final Concept begun;
  private final boolean written;
  private final List<Guess> guesses;
  private final List<DraftRow> rows = new ArrayList<>();
  private final Map<String, List<String>> omitted = new LinkedHashMap<>();

  private DraftConcept(Concept begun, boolean written, List<Guess> guesses) {
    this.begun = begun;
    this.written = written;
    this.guesses = new ArrayList<>(guesses);
  }

  /** A concept that the plan does not have yet. */
  static DraftConcept fresh(Concept begun, List<Guess> guesses) {
    return new DraftConcept(begun, false, guesses);
  }

  /** The same concept whose types have other directions. */
  DraftConcept with(Concept other, List<Guess> more) {
    List<Guess> all = new ArrayList<>(guesses);
    all.addAll(more);
    return new DraftConcept(other, written, all);
  }

  /** The same concept without some guesses, which better ones replace. */
  DraftConcept without(Predicate<Guess> replaced) {
    return new DraftConcept(begun, written, guesses.stream().filter(replaced.negate()).toList());
  }

  /** A concept of the plan, to which only rows can be added. */
  static DraftConcept written(Concept begun) {
    return new DraftConcept(begun, true, List.of());
  }

  /** Whether only rows can be added. */
  boolean takesRowsOnly() {
    return written;
  }

  String name() {
    return begun.name();
  }

  /** The concept without proposed rows. */
  Concept begun() {
    return begun;
  }

  /** How rows call a type: by its simple name, unless another type of the concept has it too. */
  String nameOf(ResolvedShape shape) {
    String name = shape.use().simpleName();
    boolean alone =
        begun.shapes().stream().filter(use -> use.simpleName().equals(name)).count() < 2;
    return alone ? name : shape.use().type();
  }

  List<Guess> guesses() {
    return List.copyOf(guesses);
  }

  /** Adds a guess about the concept; returns whether it is new. */
  boolean note(Guess guess) {
    return !guesses.contains(guess) && guesses.add(guess);
  }

  /** The proposed row about a field; empty if the plan itself has one. */
  Optional<DraftRow> row(String layer, String shape, String field) {
    for (DraftRow row : rows) {
      if (row.names(shape, field) || (row.names(layer, field) && !row.isAbout(shape))) {
        return Optional.of(row);
      }
    }
    boolean said =
        begun.rows().stream()
            .flatMap(row -> row.names().entrySet().stream())
            .anyMatch(
                name ->
                    (name.getKey().equals(layer) || name.getKey().equals(shape))
                        && name.getValue().value().equals(field));
    return said ? Optional.empty() : Optional.of(add(layer, field));
  }

  /** Whether another row is about a field already: each field has at most one row. */
  boolean isNamedByOthers(DraftRow row, String layer, String shape, String field) {
    return rows.stream()
        .filter(other -> other != row)
        .anyMatch(
            other ->
                other.names(shape, field) || (other.names(layer, field) && !other.isAbout(shape)));
  }

  DraftRow add(String layer, String field) {
    DraftRow row = new DraftRow().named(layer, field);
    rows.add(row);
    return row;
  }

  /** Adds an omission, and returns whether it is new. */
  boolean omit(String shape, String field) {
    List<String> fields = omitted.computeIfAbsent(shape, name -> new ArrayList<>());
    return !fields.contains(field) && fields.add(field);
  }

  /**
   * Takes back rows and omissions, because rows that were added since account for their fields.
   *
   * @param unused which of the rows decide nothing
   */
  void takeBack(Predicate<DraftRow> unused, List<Text> fields) {
    rows.removeIf(unused);
    omitted.forEach(
        (shape, names) -> names.removeIf(name -> fields.contains(new Text(name, place(shape)))));
    omitted.values().removeIf(List::isEmpty);
  }

  /** A place for each shape, so that equal names omitted by two shapes are different texts. */
  private Place place(String shape) {
    return Place.in(begun.name() + "." + shape);
  }

  /** Why a shape omits fields: a request leaves them as they are, else only a person knows. */
  private String because(String shape) {
    return begun.shapes().stream().allMatch(use -> use.direction().goesOut() || !use.isNamed(shape))
        ? QUESTION
        : UNCHANGED;
  }

  List<DraftRow> rows() {
    return List.copyOf(rows);
  }

  /** The concept with all rows so far; records which row each proposal became. */
  Concept concept(Map<DraftRow, Row> built) {
    List<Row> all = new ArrayList<>(begun.rows());
    rows.forEach(
        draft -> {
          Row row = draft.row();
          built.put(draft, row);
          all.add(row);
        });
    List<Omission> omissions = new ArrayList<>(begun.omissions());
    omitted.forEach(
        (shape, fields) -> {
          Place here = place(shape);
          List<Text> names = fields.stream().map(field -> new Text(field, here)).toList();
          omissions.add(new Omission(new Text(shape, here), names, new Text(because(shape), here)));
        });
    return begun.with(begun.shapes(), all, omissions);
  }
}
