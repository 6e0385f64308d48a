package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A reason that the plan still owes: it begins with a question mark. */
final class OpenQuestion implements Rule {

  @Override
  public RuleId id() {
    return RuleId.OPEN_QUESTION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> ofRows =
        ledger.concept().rows().stream()
            .flatMap(row -> reasons(row).map(reason -> hit(ledger, reason, what(row))));
    Stream<Hit> ofOmissions =
        ledger.concept().omissions().stream()
            .filter(omission -> omission.because().isQuestion())
            .map(omission -> hit(ledger, omission.because(), what(omission)));
    return Stream.concat(ofRows, ofOmissions);
  }

  private static Stream<Text> reasons(Row row) {
    return Stream.of(
            row.derived().stream(),
            row.stays().everywhere().stream(),
            row.stays().only().values().stream(),
            row.accept().values().stream().map(Acceptance::because))
        .flatMap(reasons -> reasons)
        .filter(Text::isQuestion);
  }

  private static String what(Row row) {
    return "what this row says about " + row.names().values().iterator().next();
  }

  private static String what(Omission omission) {
    List<String> fields = omission.fields().stream().map(Text::value).toList();
    return "that " + omission.shape() + " leaves out " + String.join(", ", fields);
  }

  private Hit hit(ConceptLedger ledger, Text reason, String what) {
    return new Hits(id(), ledger)
        .hit(
            Optional.empty(),
            Optional.empty(),
            what + " has no reason yet",
            List.of(
                Remedy.advice(
                    "write the reason in place of '?', or change the code so that it is not needed")),
            reason.at(),
            List.of());
  }
}
