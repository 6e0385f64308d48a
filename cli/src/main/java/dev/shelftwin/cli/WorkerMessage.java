package dev.shelftwin.cli;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Refusal;
import dev.shelftwin.trial.RouteResult;
import java.util.List;
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
  @JsonSubTypes.Type(WorkerMessage.Finished.class)
})
sealed interface WorkerMessage {

  ObjectMapper JSON = new ObjectMapper();

  /** The routes of the trial. */
  record Begun(String plan, List<RouteName> routes) implements WorkerMessage {}

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

  /** The end of the trial, with the exit code if the input was wrong. */
  record Finished(int exitCode) implements WorkerMessage {}

  /** A route before it has a result. */
  record RouteName(String concept, List<String> stops) {

    /** The result of a route that the users' code stopped. */
    RouteResult stopped(String reason) {
      return new RouteResult(
          concept, stops, 0, List.of(), Outcome.REFUSED, Optional.of(reason), List.of(), List.of());
    }
  }

  /** A result without an optional, which is no JSON type. */
  record Result(
      String concept,
      List<String> route,
      int samples,
      List<Refusal> refusals,
      Outcome outcome,
      @Nullable String reason,
      List<String> unexercised,
      List<Divergence> divergences) {

    static Result of(RouteResult result) {
      return new Result(
          result.concept(),
          result.route(),
          result.samples(),
          result.refusals(),
          result.outcome(),
          result.reason().orElse(null),
          result.unexercised(),
          result.divergences());
    }

    RouteResult toResult() {
      return new RouteResult(
          concept,
          route,
          samples,
          refusals,
          outcome,
          Optional.ofNullable(reason),
          unexercised,
          divergences);
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
