package dev.shelftwin.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.Comparison;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Refusal;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.RowLoads;
import dev.shelftwin.trial.TrialResult;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Results as JSON (RFC 8259); the keys do not change between versions. */
public final class JsonReport {

  private static final ObjectMapper MAPPER =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private JsonReport() {}

  /** The ledger as a document. */
  public static String of(Ledger ledger) {
    return write(
        object(
            "plan", ledger.plan().name(),
            "concepts", ledger.concepts().stream().map(JsonReport::concept).toList()));
  }

  /** The ledger and what existing mappers do as a document. */
  public static String of(Ledger ledger, List<ObservedMapper> mappers) {
    return write(
        object(
            "plan", ledger.plan().name(),
            "concepts", ledger.concepts().stream().map(JsonReport::concept).toList(),
            "mappers", mappers.stream().map(JsonReport::mapper).toList()));
  }

  /** Findings as a document. */
  public static String of(String plan, List<Finding> findings) {
    return write(
        object(
            "plan", plan,
            "findings", findings.stream().map(JsonReport::finding).toList(),
            "errors", FindingText.count(findings, Severity.ERROR),
            "warnings", FindingText.count(findings, Severity.WARNING)));
  }

  /**
   * The result of a trial as a document.
   *
   * @param tables what is not the same in an existing schema and in the rows; left out if empty
   */
  public static String of(TrialResult result, List<ObservedMapper> mappers, List<Finding> tables) {
    Map<String, @Nullable Object> document =
        object(
            "plan", result.plan(),
            "seed", result.seed(),
            "routes", result.routes().stream().map(JsonReport::route).toList(),
            "mappers", mappers.stream().map(JsonReport::mapper).toList());
    if (!tables.isEmpty()) {
      document.put("tables", tables.stream().map(JsonReport::finding).toList());
    }
    return write(document);
  }

  private static Map<String, @Nullable Object> concept(ConceptLedger concept) {
    return object(
        "name", concept.name(), "hops", concept.hops().stream().map(JsonReport::hop).toList());
  }

  private static Map<String, @Nullable Object> hop(HopLedger hop) {
    return object(
        "from", hop.hop().from().label(),
        "to", hop.hop().to().label(),
        "entries", hop.mappings().stream().map(JsonReport::entry).toList());
  }

  private static Map<String, @Nullable Object> entry(FieldMapping entry) {
    return object(
        "sources", entry.sources().stream().map(Field::name).toList(),
        "target", entry.target().map(Field::name).orElse(null),
        "account", entry.account().key(),
        "loss",
            entry.conversion().map(Conversion::losses).stream()
                .flatMap(losses -> losses.stream())
                .map(Loss::key)
                .toList(),
        "reason", entry.reason().or(() -> entry.given().map(GivenValue::label)).orElse(null));
  }

  private static Map<String, @Nullable Object> mapper(ObservedMapper mapper) {
    return object(
        "concept", mapper.concept(),
        "hop", mapper.hop(),
        "method", mapper.method(),
        "runs", mapper.runs(),
        "flows", mapper.flows().stream().map(JsonReport::flow).toList(),
        "findings", mapper.findings().stream().map(JsonReport::finding).toList(),
        "comparison", mapper.comparison().map(JsonReport::comparison).orElse(null));
  }

  private static Map<String, @Nullable Object> comparison(Comparison comparison) {
    return object(
        "samples", comparison.samples(),
        "unexercised", comparison.unexercised(),
        "differences",
            comparison.differences().stream()
                .map(
                    one ->
                        object(
                            "field", one.path(),
                            "existing", one.existing(),
                            "generated", one.generated(),
                            "sample", one.sample()))
                .toList(),
        "reason", comparison.reason().orElse(null));
  }

  private static Map<String, @Nullable Object> flow(Flow flow) {
    return object(
        "target", flow.target().orElse(null),
        "sources", flow.sources(),
        "account", flow.account().key(),
        "conversion", flow.conversion().orElse(null),
        "condition", flow.condition().orElse(null),
        "evidence", flow.evidence());
  }

  static Map<String, @Nullable Object> finding(Finding finding) {
    return object(
        "rule", finding.rule().key(),
        "severity", finding.severity().key(),
        "concept", finding.concept(),
        "hop", finding.hop().map(HopId::toString).orElse(null),
        "field", finding.field().map(FieldId::toString).orElse(null),
        "message", finding.message(),
        "remedies", finding.remedies().stream().map(JsonReport::remedy).toList(),
        "at", place(finding.at()));
  }

  private static String remedy(Remedy remedy) {
    return remedy.row().map(row -> remedy.advice() + ": " + row).orElse(remedy.advice());
  }

  static Map<String, @Nullable Object> place(Place at) {
    return object(
        "file", at.file(),
        "line", at.line() == 0 ? null : at.line(),
        "column", at.line() == 0 ? null : at.column());
  }

  private static Map<String, @Nullable Object> route(RouteResult route) {
    return object(
        "concept", route.concept(),
        "route", route.route(),
        "samples", route.samples(),
        "refused", route.refused(),
        "refusals", route.refusals().stream().map(JsonReport::refusal).toList(),
        "outcome", route.outcome().key(),
        "reason", route.reason().orElse(null),
        "unexercised", route.unexercised(),
        "divergences", route.divergences().stream().map(JsonReport::divergence).toList(),
        "statements", route.loads().map(JsonReport::loads).orElse(null));
  }

  private static Map<String, @Nullable Object> loads(RowLoads loads) {
    return object(
        "rows", loads.rows(),
        "reading", loads.reading(),
        "mappingOne", loads.first(),
        "mappingAll", loads.all(),
        "rowByRow", loads.walked(),
        "outsideSession", loads.outside().isEmpty() ? null : loads.outside());
  }

  private static Map<String, @Nullable Object> refusal(Refusal refusal) {
    return object("by", refusal.by(), "example", refusal.example(), "count", refusal.count());
  }

  private static Map<String, @Nullable Object> divergence(Divergence divergence) {
    return object(
        "hop", divergence.hop(),
        "field", divergence.field(),
        "kind", divergence.kind().key(),
        "before", divergence.before(),
        "after", divergence.after());
  }

  /** A JSON object, its keys and values in turn. */
  static Map<String, @Nullable Object> object(@Nullable Object... keysAndValues) {
    Map<String, @Nullable Object> object = new LinkedHashMap<>();
    for (int index = 0; index < keysAndValues.length; index += 2) {
      object.put(String.valueOf(keysAndValues[index]), keysAndValues[index + 1]);
    }
    return object;
  }

  static String write(Map<String, @Nullable Object> document) {
    try {
      return MAPPER.writeValueAsString(document) + "\n";
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
