package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Which findings the plan accepts, and which acceptances match no finding. */
final class AcceptedFindings {

  private final RuleContext context;
  private final List<RuleMatch> matches;
  private final Set<RuleId> failed;

  AcceptedFindings(RuleContext context, List<RuleMatch> matches, Set<RuleId> failed) {
    this.context = context;
    this.matches = List.copyOf(matches);
    this.failed = Set.copyOf(failed);
  }

  List<CheckResult.AcceptedByLayer> byLayer() {
    List<CheckResult.AcceptedByLayer> accepted = new ArrayList<>();
    for (Layer layer : context.plan().layers()) {
      layer.defaults().accept().entrySet().stream()
          .sorted(Map.Entry.comparingByKey())
          .forEach(
              entry ->
                  accepted.add(
                      new CheckResult.AcceptedByLayer(
                          layer.name(),
                          entry.getKey(),
                          entry.getValue().because(),
                          count(layer, entry.getKey()))));
    }
    return accepted;
  }

  private int count(Layer layer, RuleId rule) {
    return (int)
        matches.stream()
            .filter(match -> match.finding().rule() == rule)
            .filter(match -> match.acceptingRow().isEmpty())
            .filter(match -> match.acceptingLayer().equals(Optional.of(layer)))
            .count();
  }

  /** Findings for acceptances that match nothing; not for rules that failed. */
  List<Finding> stale() {
    List<Finding> stale = new ArrayList<>();
    context.concepts().forEach(concept -> stale.addAll(staleRows(concept)));
    for (CheckResult.AcceptedByLayer accepted : byLayer()) {
      boolean known = !failed.contains(accepted.rule()) && !accepted.rule().isOfTrials();
      if (accepted.count() == 0 && known) {
        stale.add(
            Finding.of(
                RuleId.STALE_ROW,
                accepted.layer(),
                "The layer '"
                    + accepted.layer()
                    + "' accepts "
                    + accepted.rule().key()
                    + ", which is not found in it.",
                accepted.because().at(),
                Remedy.advice("remove the acceptance")));
      }
    }
    return stale;
  }

  private List<Finding> staleRows(ConceptLedger concept) {
    List<Finding> stale = new ArrayList<>();
    for (Row row : concept.concept().rows()) {
      for (Map.Entry<RuleId, Acceptance> accepted : row.accept().entrySet()) {
        boolean used =
            matches.stream()
                .filter(match -> match.finding().rule() == accepted.getKey())
                .anyMatch(match -> match.acceptingRow().equals(Optional.of(row)));
        boolean ofTrials =
            accepted.getKey().isOfTrials()
                || (accepted.getKey() == RuleId.LOSSY_CONVERSION && isAboutColumn(concept, row));
        if (!used && !ofTrials && !failed.contains(accepted.getKey())) {
          stale.add(
              Finding.of(
                  RuleId.STALE_ROW,
                  concept.name(),
                  subject(row)
                      + " accepts "
                      + accepted.getKey().key()
                      + ", which is not found here.",
                  accepted.getValue().because().at(),
                  Remedy.advice("remove the acceptance")));
        }
      }
    }
    return stale;
  }

  private static String subject(Row row) {
    return row.text().ofSeveral() ? "The row of " + row.field() : "This row";
  }

  /** What a column rounds or cuts may show in trials only. */
  private static boolean isAboutColumn(ConceptLedger concept, Row row) {
    return concept
        .shapes()
        .filter(shape -> shape.role() == Role.PERSISTENCE)
        .flatMap(
            shape ->
                row
                    .nameIn(shape.use(), concept.concept())
                    .flatMap(name -> concept.pairing().field(shape, name))
                    .stream())
        .anyMatch(field -> !ColumnLosses.of(field).isEmpty());
  }
}
