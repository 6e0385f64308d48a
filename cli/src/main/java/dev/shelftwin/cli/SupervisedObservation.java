package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.draft.MapperObservation;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Text;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;

/** Runs the existing mappers of a plan by a trial without routes, in another virtual machine. */
final class SupervisedObservation implements MapperObservation {

  /** The time limit for one call of a mapper. */
  private static final Duration TIME_LIMIT = Duration.ofSeconds(10);

  private final Console console;
  private final PlanOptions options;
  private int mappers;
  private int failed;

  SupervisedObservation(Console console, PlanOptions options) {
    this.console = console;
    this.options = options;
  }

  /** The plan is written to a temporary file, since it may differ from the one that is there. */
  @Override
  public List<ObservedMapper> of(Plan plan) {
    try {
      Path file = Files.createTempFile("shelf-twin-", ".yaml");
      try {
        Plan there = plan.withCode(absolute(plan.code()));
        Files.writeString(file, PlanWriter.write(there));
        try (ShelfTwin twin = ShelfTwin.open(file, options.code())) {
          return observed(file, twin.existingMappers());
        }
      } finally {
        Files.delete(file);
      }
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  private List<ObservedMapper> observed(Path file, List<ExistingMapperObserver.Task> tasks) {
    if (tasks.isEmpty()) {
      return List.of();
    }
    TrialSupervisor.Outcome outcome = run(console, options.list(file));
    List<ObservedMapper> observed = outcome.result() == null ? List.of() : outcome.mappers(tasks);
    mappers = tasks.size();
    failed =
        mappers
            - (int) observed.stream().filter(mapper -> mapper.runs() > 0 && !fails(mapper)).count();
    return observed;
  }

  private static boolean fails(ObservedMapper mapper) {
    return mapper.findings().stream().anyMatch(one -> one.rule() == RuleId.MAPPER_FAILS);
  }

  /** How many mappers there are. */
  int mappers() {
    return mappers;
  }

  /** How many of them could not be run. */
  int failed() {
    return failed;
  }

  /**
   * Runs the existing mappers of a plan.
   *
   * @param arguments the plan and the places of its code
   */
  static TrialSupervisor.Outcome run(Console console, List<String> arguments) {
    List<String> trial =
        Stream.concat(Stream.of("trial", "--mappers-only", "--in-memory"), arguments.stream())
            .toList();
    try (ProgressLine progress = new ProgressLine(console)) {
      return new TrialSupervisor(console, trial, TIME_LIMIT, progress)
          .run(TrialOptions.DEFAULT_SEED);
    }
  }

  private Code absolute(Code code) {
    return new Code(
        absolute(code.classes()),
        absolute(code.sources()),
        absolute(code.classPath()),
        code.mappers());
  }

  private List<Text> absolute(List<Text> paths) {
    Path plan = options.plan().toAbsolutePath();
    return paths.stream()
        .map(path -> new Text(plan.resolveSibling(path.value()).toString(), path.at()))
        .toList();
  }
}
