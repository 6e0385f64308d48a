package dev.shelftwin.ledger;

import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Place;
import java.util.HashSet;
import java.util.Set;

/** A word as one row says it: a row that lists several fields says one word of each of them. */
record RowWord(Row row, PlanWord word) implements PlanWord {

  /** The words that decided something together, and each of them as their rows say it. */
  static Set<PlanWord> withRows(Set<PlanWord> words) {
    Set<PlanWord> all = new HashSet<>(words);
    for (PlanWord row : words) {
      if (row instanceof Row said) {
        words.forEach(word -> all.add(new RowWord(said, word)));
      }
    }
    return all;
  }

  @Override
  public Place at() {
    return word.at();
  }
}
