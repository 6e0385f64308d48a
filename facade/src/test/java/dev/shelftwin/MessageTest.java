package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.divergences;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Messages of Protocol Buffers: what a field without a value becomes, and what mappers forget, as
 * docs/how-to/messages.md says it.
 */
class MessageTest {

  private static final TrialOptions OPTIONS =
      new TrialOptions(5, 80, Set.of(), OptionalInt.empty(), true);

  @TempDir Path folder;

  /** Each: what a mapper says, what it says instead, and what the trial and the run then show. */
  @ParameterizedTest(name = "{2}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          firing.note().ifPresent(message::setNote);                                   | message.setNote(firing.note().orElse(""));                        | appeared FiringMessage.note                | mapper-differs
          firing.operator().ifPresent(name -> message.setOperator(StringValue.of(name))); | ''                                                            | missing FiringMessage.operator             | mapper-drops
          .setNanos(firing.startedAt().getNano())                                      | ''                                                                | changed FiringMessage.startedAt.nanos      | ''
          message.hasNote() ? Optional.of(message.getNote()) : Optional.empty()        | Optional.of(message.getNote())                                    | appeared Firing.note                       | mapper-differs
          message.hasShelfCount() ? Optional.of(message.getShelfCount())               | message.getShelfCount() != 0 ? Optional.of(message.getShelfCount()) | missing Firing.shelfCount                | ''
          message.hasStudio() ? Optional.of(toStudio(message.getStudio())) : Optional.empty() | Optional.of(toStudio(message.getStudio()))                 | appeared Firing.studio                     | ''
          message.hasCard() ? Optional.of(message.getCard())                           | message.hasCard() ? Optional.of(message.getNumber())              | changed Firing.card                        | mapper-crosses
          """)
  void whatHandWrittenMappersLoseIsFound(String part, String by, String divergence, String rule)
      throws IOException {
    StyleProject studios = new StyleProject("studios", folder);
    studios.draft();
    studios.replace("Firings.java", part, by);
    TrialResult result = studios.run(twin -> twin.trial(OPTIONS));
    assertThat(divergences(result))
        .extracting(found -> found.kind().key() + " " + found.field())
        .contains(divergence);
    List<ObservedMapper> mappers = studios.run(ShelfTwin::observe);
    assertThat(mappers)
        .flatExtracting(ObservedMapper::findings)
        .extracting(finding -> finding.rule().key())
        .containsAll(rule.isEmpty() ? List.of() : List.of(rule));
  }

  @Test
  void generatedMappersHoldAndTellUnsetFromDefault() throws IOException {
    StyleProject studios = new StyleProject("studios", folder);
    studios.delete("Firings.java");
    studios.draft();
    List<Finding> findings = studios.run(twin -> twin.check().findings());
    assertThat(findings).isEmpty();
    TrialResult result = studios.run(twin -> twin.trial(OPTIONS));
    assertThat(result.routes())
        .hasSize(7)
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
    assertThat(mapper(studios))
        .contains(
            "firing.note().ifPresent(builder::setNote);",
            "Optional.ofNullable(Optionals.when(request.hasNote(), request.getNote()))",
            "Optionals.unless(request.getStatus(), StatusMessage.STATUS_MESSAGE_UNSPECIFIED)",
            "value -> Instant.ofEpochSecond(value.getSeconds(), value.getNanos())",
            "throw new RejectedValue(Fault.UNKNOWN_CONSTANT, code");
  }

  /**
   * Each: what the domain says instead, and the one rule that tells what the message cannot say.
   */
  /** Each message of a list has one of the fields that exclude each other. */
  @Test
  void listsOfMessagesAreObserved() throws IOException {
    StyleProject studios = new StyleProject("studios", folder);
    studios.replace(
        "Firing.java",
        "  public Firing {",
        "  public record Day(String name, List<Firing> firings) {}\n\n  public Firing {");
    studios.replace("Firings.java", "import java.util.Optional;", "import java.util.*;");
    studios.replace(
        "Firings.java",
        "  private Firings() {}",
        """
        public static final class DayMessage {
          public String name;
          public List<FiringMessage> firings;
        }

        public static Firing.Day toDay(DayMessage day) {
          return new Firing.Day(day.name, day.firings.stream().map(Firings::toFiring).toList());
        }

        private Firings() {}
        """);
    studios.draft();
    Files.writeString(
        studios.plan(),
        """
          Day:
            model: Firing.Day
            message: { Firings.DayMessage: in }
            existing-mappers:
              DayMessage -> Day: coop.ashfold.studios.message.Firings.toDay
        """,
        StandardOpenOption.APPEND);
    List<ObservedMapper> mappers = studios.run(ShelfTwin::observe);
    assertThat(mappers)
        .filteredOn(mapper -> mapper.concept().equals("Day"))
        .singleElement()
        .satisfies(
            mapper ->
                assertThat(mapper.findings())
                    .extracting(Finding::rule)
                    .doesNotContain(RuleId.MAPPER_FAILS))
        .satisfies(
            mapper ->
                assertThat(mapper.flows())
                    .extracting(Flow::target)
                    .contains(Optional.of("firings[].number")));
  }

  @ParameterizedTest(name = "{3}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Firing.java | String line2OfLabel | Optional<String> line2OfLabel | Firing.line2OfLabel may be missing, but FiringMessage.line2OfLabel requires a value.
          Status.java | DONE                | DONE, COLD                    | Firing.status may be COLD, but StatusMessage of FiringMessage.status has no such constant.
          Status.java | RUNNING,            | ''                            | FiringMessage.status may be STATUS_MESSAGE_RUNNING, but Status of Firing.status has no such constant.
          """)
  void whatAMessageCannotSayIsAFinding(String source, String part, String by, String message)
      throws IOException {
    StyleProject studios = new StyleProject("studios", folder);
    studios.delete("Firings.java");
    studios.draft();
    studios.replace(source, part, by);
    List<Finding> findings = studios.run(twin -> twin.check().findings());
    assertThat(findings).extracting(Finding::message).contains(message);
  }

  private static String mapper(StyleProject studios) {
    return studios.run(
        twin ->
            twin.generate().files().stream()
                .filter(file -> file.className().equals("FiringMessageMapper"))
                .map(SourceFile::text)
                .findFirst()
                .orElseThrow());
  }
}
