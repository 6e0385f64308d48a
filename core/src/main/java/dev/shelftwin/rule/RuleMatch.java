package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Row;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A finding, and what in the plan could accept it.
 *
 * @param finding the finding
 * @param rows the rows about its fields
 * @param layers the layers that it concerns
 */
record RuleMatch(Finding finding, List<Row> rows, List<Layer> layers) {

  RuleMatch {
    Objects.requireNonNull(finding, "finding");
    rows = List.copyOf(rows);
    layers = List.copyOf(layers);
  }

  /** A finding that the plan cannot accept. */
  static RuleMatch of(Finding finding) {
    return new RuleMatch(finding, List.of(), List.of());
  }

  /** A finding about a layer. */
  static RuleMatch of(Finding finding, Layer layer) {
    return new RuleMatch(finding, List.of(), List.of(layer));
  }

  /** The row that accepts the finding. */
  Optional<Row> acceptingRow() {
    return rows.stream().filter(row -> row.accept().containsKey(finding.rule())).findFirst();
  }

  /** The layer that accepts the finding. */
  Optional<Layer> acceptingLayer() {
    return layers.stream()
        .filter(layer -> layer.defaults().accept().containsKey(finding.rule()))
        .findFirst();
  }

  private Optional<Acceptance> acceptance() {
    return acceptingRow()
        .map(row -> row.accept().get(finding.rule()))
        .or(() -> acceptingLayer().map(layer -> layer.defaults().accept().get(finding.rule())));
  }

  /** The finding if nothing accepts it, or if the acceptance has ended. */
  Optional<Finding> unaccepted(LocalDate today) {
    Optional<Acceptance> acceptance = acceptance();
    if (acceptance.isEmpty()) {
      return Optional.of(finding);
    }
    return acceptance
        .filter(accepted -> accepted.isOver(today))
        .map(
            ended ->
                finding.withMessage(
                    finding.message()
                        + " This was accepted until "
                        + ended.until().map(LocalDate::toString).orElse("")
                        + ": "
                        + ended.because()
                        + "."));
  }
}
