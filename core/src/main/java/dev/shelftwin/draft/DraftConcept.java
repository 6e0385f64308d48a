package dev.shelftwin.draft;

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

/** A concept while its rows are being guessed. */
final class DraftConcept {

  /** Stands where a person must say why. */
  static final String QUESTION = "?";

  private final Concept begun;
  private final boolean written;
  private final List<String> remarks;
  private final List<DraftRow> rows = new ArrayList<>();
  private final Map<String, List<String>> omitted = new LinkedHashMap<>();

  private DraftConcept(Concept begun, boolean written, List<String> remarks) {
    this.begun = begun;
    this.written = written;
    this.remarks = List.copyOf(remarks);
  }

  /** One that the plan does not have yet. */
  static DraftConcept fresh(Concept begun, List<String> remarks) {
    return new DraftConcept(begun, false, remarks);
  }

  /** One that the plan has; rows can be added to it and nothing else. */
  static DraftConcept written(Concept begun) {
    return new DraftConcept(begun, true, List.of());
  }

  /** Whether nothing but rows can be added. */
  boolean takesRowsOnly() {
    return written;
  }

  String name() {
    return begun.name();
  }

  List<String> remarks() {
    return remarks;
  }

  /** The row about a field, to say more in; empty where the plan itself has one already. */
  Optional<DraftRow> row(String layer, String shape, String field) {
    for (DraftRow row : rows) {
      if (row.names(shape, field) || (row.names(layer, field) && !row.speaksOf(shape))) {
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

  DraftRow add(String layer, String field) {
    DraftRow row = new DraftRow().named(layer, field);
    rows.add(row);
    return row;
  }

  /** Lets a shape leave a field out; whether that is new. */
  boolean omit(String shape, String field) {
    List<String> fields = omitted.computeIfAbsent(shape, name -> new ArrayList<>());
    return !fields.contains(field) && fields.add(field);
  }

  List<DraftRow> rows() {
    return List.copyOf(rows);
  }

  /** The concept as it is now, with its rows in the order of {@link #rows}. */
  Concept concept(Map<DraftRow, Row> built) {
    List<Row> all = new ArrayList<>(begun.rows());
    rows.forEach(
        draft -> {
          Row row = draft.row();
          built.put(draft, row);
          all.add(row);
        });
    List<Omission> omissions = new ArrayList<>(begun.omissions());
    Place here = Place.in(begun.name());
    omitted.forEach(
        (shape, fields) ->
            omissions.add(
                new Omission(
                    new Text(shape, here),
                    fields.stream().map(field -> new Text(field, here)).toList(),
                    new Text(QUESTION, here))));
    return new Concept(begun.name(), begun.shapes(), all, omissions, begun.directs(), begun.at());
  }
}
