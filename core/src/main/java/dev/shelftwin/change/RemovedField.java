package dev.shelftwin.change;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shapes;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** Takes a field out of all types of a concept that have it, and out of the plan. */
public final class RemovedField {

  private RemovedField() {}

  /**
   * Sources and a plan without a field.
   *
   * @param sources the sources, and the plan's file if a row of it is removed
   * @param plan the plan without the rows of the field
   */
  public record Removal(ChangedSources sources, Plan plan) {}

  /**
   * Removes a field.
   *
   * @param only which types of the concept are changed; rows of the plan stay unless all are
   * @param all whether these are all types
   * @param field the field's name in the hub
   * @throws dev.shelftwin.finding.InputException if there is no such field, or a source cannot be
   *     edited
   */
  public static Removal from(
      ConceptLedger concept,
      Predicate<ResolvedShape> only,
      boolean all,
      String field,
      Ledger ledger,
      Shapes shapes) {
    ConceptSources sources = new ConceptSources(concept, ledger, shapes);
    sources.field(field);
    Set<String> removed = new HashSet<>(Set.of(field));
    concept
        .shapes()
        .filter(only)
        .forEach(
            shape -> {
              for (String name : sources.names(shape, field)) {
                removed.add(name);
                sources.edit(shape, source -> new FieldRemover(source, name).removed());
              }
            });
    ChangedSources changed = sources.changed();
    return all
        ? withoutRows(concept, ledger.plan(), field, removed, changed)
        : new Removal(changed, ledger.plan());
  }

  private static Removal withoutRows(
      ConceptLedger concept, Plan plan, String field, Set<String> removed, ChangedSources changed) {
    Concept before = concept.concept();
    List<Row> rows = before.rows().stream().filter(row -> isOf(row, removed)).toList();
    Concept after =
        before.with(
            before.shapes(),
            before.rows().stream().filter(row -> !rows.contains(row)).toList(),
            before.omissions().stream()
                .map(omission -> without(omission, field))
                .filter(omission -> !omission.fields().isEmpty())
                .toList());
    List<Concept> concepts =
        plan.concepts().stream()
            .map(one -> one.name().equals(before.name()) ? after : one)
            .toList();
    Map<Path, ChangedSources.Changed> files = new LinkedHashMap<>(changed.files());
    PlanEdits edits = new PlanEdits();
    remove(rows, before, edits);
    before.omissions().forEach(omission -> remove(omission, field, edits));
    files.putAll(edits.files());
    return new Removal(new ChangedSources(files, changed.byHand()), plan.with(concepts));
  }

  /** Removes rows. A row that also lists other fields stays, without the removed ones. */
  private static void remove(List<Row> rows, Concept concept, PlanEdits edits) {
    for (Row row : rows) {
      boolean listsOthers =
          concept.rows().stream()
              .anyMatch(other -> other.at().equals(row.at()) && !rows.contains(other));
      if (row.text().ofSeveral() && listsOthers) {
        row.names().values().forEach(edits::removeName);
      } else {
        edits.removeRow(row.at());
      }
    }
  }

  /** Removes a field from an omission; the omission if it has no other. */
  private static void remove(Omission omission, String field, PlanEdits edits) {
    List<Text> removed =
        omission.fields().stream().filter(name -> name.value().equals(field)).toList();
    if (removed.size() == omission.fields().size()) {
      edits.removeRow(omission.shape().at());
    } else {
      removed.forEach(edits::removeName);
    }
  }

  private static Omission without(Omission omission, String field) {
    List<Text> others =
        omission.fields().stream().filter(name -> !name.value().equals(field)).toList();
    return new Omission(omission.shape(), others, omission.because());
  }

  private static boolean isOf(Row row, Set<String> removed) {
    return !row.names().isEmpty()
        && row.names().values().stream()
            .map(name -> name.value().replaceAll("\\..*", ""))
            .allMatch(removed::contains);
  }
}
