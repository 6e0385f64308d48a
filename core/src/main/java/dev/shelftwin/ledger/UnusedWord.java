package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Scoped;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/**
 * A word of the plan that decided nothing.
 *
 * @param what the word, as a phrase
 * @param at where it stands
 */
public record UnusedWord(String what, Place at) {

  public UnusedWord {
    Objects.requireNonNull(what, "what");
    Objects.requireNonNull(at, "at");
  }

  /** All words about a concept that are not among the used ones. */
  static List<UnusedWord> of(Concept concept, Set<PlanWord> used) {
    List<UnusedWord> unused = new ArrayList<>();
    for (Row row : concept.rows()) {
      if (isUnused(row, used)) {
        String what = row.text().ofSeveral() ? row.field() + " in this row" : "this row";
        unused.add(new UnusedWord(what, row.at()));
        continue;
      }
      add(unused, used, row, "stays", row.stays());
      add(unused, used, row, "out-only", row.oneWay().outOnly());
      add(unused, used, row, "in-only", row.oneWay().inOnly());
      add(unused, used, row, "by", row.by());
      add(unused, used, row, "codes", row.codes());
      add(unused, used, row, "unit", row.unit());
      add(unused, used, row, "format", row.format());
      add(unused, used, row, "absent", row.absent());
      add(unused, used, row, "given", row.given());
    }
    omissions(concept, used)
        .forEach(field -> unused.add(new UnusedWord("the omission of " + field, field.at())));
    return unused;
  }

  /** Whether a row has no effect. */
  static boolean isUnused(Row row, Set<PlanWord> used) {
    boolean decidesElsewhere =
        row.role().isPresent() || !row.accept().isEmpty() || !row.limits().isEmpty();
    return !used.contains(row) && !decidesElsewhere;
  }

  /** The omitted fields that are not among the used words. */
  static List<Text> omissions(Concept concept, Set<PlanWord> used) {
    return concept.omissions().stream()
        .flatMap(omission -> omission.fields().stream())
        .filter(field -> !used.contains(field))
        .toList();
  }

  private static void add(
      List<UnusedWord> unused,
      Set<PlanWord> used,
      Row row,
      String key,
      Scoped<? extends PlanWord> words) {
    words
        .only()
        .forEach(
            (scope, word) -> {
              if (!used.contains(new RowWord(row, word))) {
                String of = row.text().ofSeveral() ? row.field() + " in " + scope : scope;
                unused.add(new UnusedWord("'" + key + "' of " + of, word.at()));
              }
            });
  }
}
