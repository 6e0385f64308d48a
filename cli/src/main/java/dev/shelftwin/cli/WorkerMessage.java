package dev.shelftwin.cli;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.observe.Comparison;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Refusal;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.RowLoads;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What the virtual machine that runs the users' code tells the one that reports. */
@JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME)
@JsonSubTypes({
  @JsonSubTypes.Type(WorkerMessage.Begun.class),
  @JsonSubTypes.Type(WorkerMessage.Sending.class),
  @JsonSubTypes.Type(WorkerMessage.Paused.class),
  @JsonSubTypes.Type(WorkerMessage.Advanced.class),
  @JsonSubTypes.Type(WorkerMessage.Stuck.class),
  @JsonSubTypes.Type(WorkerMessage.Ended.class),
  @JsonSubTypes.Type(WorkerMessage.Observed.class),
  @JsonSubTypes.Type(WorkerMessage.Compared.class),
  @JsonSubTypes.Type(WorkerMessage.Finished.class)
})
sealed interface WorkerMessage {

  ObjectMapper JSON = new ObjectMapper();

  /** The routes of the trial, and how many existing mappers there are. */
  record Begun(String plan, List<RouteName> routes, int mappers) implements WorkerMessage {}

  /** A sample is about to be sent. */
  record Sending(int route, int sample) implements WorkerMessage {}

  /** A route does not run at the moment. */
  record Paused(int route) implements WorkerMessage {}

  /** How many samples have gone round. */
  record Advanced(String route, int done, int total) implements WorkerMessage {}

  /** A sample took too long; the virtual machine ends after this message. */
  record Stuck(int route, int sample, String place) implements WorkerMessage {}

  /** The result of a route. */
  record Ended(int route, Result result) implements WorkerMessage {}

  /** The result for an existing mapper: its flows and findings. */
  record Observed(int mapper, MapperData result) implements WorkerMessage {}

  /** What is not the same in an existing schema and in the rows. */
  record Compared(List<FindingData> findings) implements WorkerMessage {}

  /** The end of the trial, with the exit code if the input was wrong. */
  record Finished(int exitCode) implements WorkerMessage {}

  /** The place of a mapper among routes, which are counted from 0. */
  static int placeOf(int mapper) {
    return -1 - mapper;
  }

  /** A route before it has a result. */
  record RouteName(String concept, List<String> stops) {

    /** The result of a route that the users' code stopped. */
    RouteResult stopped(String reason) {
      return RouteResult.refused(concept, stops, reason);
    }
  }

  /** A result without optionals, which are no JSON types. */
  record Result(
      String concept,
      List<String> route,
      int samples,
      List<Refusal> refusals,
      Outcome outcome,
      @Nullable String reason,
      List<String> exercised,
      List<String> unexercised,
      List<Divergence> divergences,
      @Nullable RowLoads loads) {

    static Result of(RouteResult result) {
      return new Result(
          result.concept(),
          result.route(),
          result.samples(),
          result.refusals(),
          result.outcome(),
          result.reason().orElse(null),
          result.exercised(),
          result.unexercised(),
          result.divergences(),
          result.loads().orElse(null));
    }

    RouteResult toResult() {
      return new RouteResult(
          concept,
          route,
          samples,
          refusals,
          outcome,
          Optional.ofNullable(reason),
          exercised,
          unexercised,
          divergences,
          Optional.ofNullable(loads));
    }
  }

  /** What an existing mapper does, without optionals. */
  record MapperData(
      String concept,
      String hop,
      String method,
      int runs,
      List<FlowData> flows,
      List<FindingData> findings,
      @Nullable ComparisonData comparison,
      Map<String, String> held) {

    static MapperData of(ObservedMapper mapper) {
      return new MapperData(
          mapper.concept(),
          mapper.hop(),
          mapper.method(),
          mapper.runs(),
          mapper.flows().stream().map(FlowData::of).toList(),
          mapper.findings().stream().map(FindingData::of).toList(),
          mapper.comparison().map(ComparisonData::of).orElse(null),
          mapper.held());
    }

    ObservedMapper toResult() {
      return new ObservedMapper(
          concept,
          hop,
          method,
          runs,
          flows.stream().map(FlowData::toFlow).toList(),
          findings.stream().map(FindingData::toFinding).toList(),
          Optional.ofNullable(comparison).map(ComparisonData::toComparison),
          held);
    }
  }

  /** A comparison without optionals. */
  record ComparisonData(
      int samples,
      List<String> unexercised,
      List<Comparison.Difference> differences,
      @Nullable String reason) {

    static ComparisonData of(Comparison comparison) {
      return new ComparisonData(
          comparison.samples(),
          comparison.unexercised(),
          comparison.differences(),
          comparison.reason().orElse(null));
    }

    Comparison toComparison() {
      return new Comparison(samples, unexercised, differences, Optional.ofNullable(reason));
    }
  }

  /** A flow without optionals. */
  record FlowData(
      @Nullable String target,
      List<String> sources,
      Account account,
      @Nullable String conversion,
      @Nullable String condition,
      List<String> evidence) {

    static FlowData of(Flow flow) {
      return new FlowData(
          flow.target().orElse(null),
          flow.sources(),
          flow.account(),
          flow.conversion().orElse(null),
          flow.condition().orElse(null),
          flow.evidence());
    }

    Flow toFlow() {
      return new Flow(
          Optional.ofNullable(target),
          sources,
          account,
          Optional.ofNullable(conversion),
          Optional.ofNullable(condition),
          evidence);
    }
  }

  /** A finding without optionals; its remedies are only advice. */
  record FindingData(
      RuleId rule,
      String concept,
      @Nullable HopId hop,
      @Nullable FieldId field,
      String message,
      List<String> advice,
      PlaceData at) {

    static FindingData of(Finding finding) {
      return new FindingData(
          finding.rule(),
          finding.concept(),
          finding.hop().orElse(null),
          finding.field().orElse(null),
          finding.message(),
          finding.remedies().stream().map(Remedy::advice).toList(),
          PlaceData.of(finding.at()));
    }

    Finding toFinding() {
      return new Finding(
          rule,
          concept,
          Optional.ofNullable(hop),
          Optional.ofNullable(field),
          message,
          advice.stream().map(Remedy::advice).toList(),
          at.toPlace());
    }
  }

  /** A place as it was found. */
  record PlaceData(String file, int line, int column, String text) {

    static PlaceData of(Place place) {
      return new PlaceData(place.file(), place.line(), place.column(), place.text());
    }

    Place toPlace() {
      return new Place(file, line, column, text);
    }
  }

  /** The message in one line. */
  default String line() {
    try {
      return JSON.writerFor(WorkerMessage.class).writeValueAsString(this);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** Reads a line. */
  static WorkerMessage of(String line) {
    try {
      return JSON.readValue(line, WorkerMessage.class);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
