package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.OneWay;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A reason that the plan does not give yet: it begins with a question mark. */
final class OpenQuestion implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    Map<Object, List<Row>> byText =
        concept.concept().rows().stream()
            .collect(
                Collectors.groupingBy(
                    row -> row.text().ofSeveral() ? row.at() : row,
                    LinkedHashMap::new,
                    Collectors.toList()));
    Stream<RuleMatch> ofRows =
        byText.values().stream()
            .flatMap(
                rows -> reasons(rows.get(0)).map(reason -> match(concept, reason, what(rows))));
    Stream<RuleMatch> ofOmissions =
        concept.concept().omissions().stream()
            .filter(omission -> omission.because().isQuestion())
            .map(omission -> match(concept, omission.because(), what(omission)));
    return Stream.concat(ofRows, ofOmissions);
  }

  private static Stream<Text> reasons(Row row) {
    OneWay oneWay = row.oneWay();
    return Stream.of(
            row.derived().stream(),
            row.stays().everywhere().stream(),
            row.stays().only().values().stream(),
            oneWay.outOnly().everywhere().stream(),
            oneWay.outOnly().only().values().stream(),
            oneWay.inOnly().everywhere().stream(),
            oneWay.inOnly().only().values().stream(),
            row.accept().values().stream().map(Acceptance::because))
        .flatMap(reasons -> reasons)
        .filter(Text::isQuestion);
  }

  private static String what(List<Row> rows) {
    return "The row of " + rows.stream().map(Row::field).collect(Collectors.joining(", "));
  }

  private static String what(Omission omission) {
    List<String> fields = omission.fields().stream().map(Text::value).toList();
    return "The omission of " + String.join(", ", fields) + " by " + omission.shape();
  }

  private static RuleMatch match(ConceptLedger concept, Text reason, String what) {
    return new Matches(RuleId.OPEN_QUESTION, concept)
        .ofConcept(
            what + " has no reason yet.",
            List.of(
                Remedy.advice(
                    "write the reason instead of '?', or change the code so that none is needed")),
            reason.at());
  }
}
