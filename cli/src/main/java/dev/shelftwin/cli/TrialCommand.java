package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.MapperText;
import dev.shelftwin.report.TrialText;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Tests the mappers. */
@Command(
    name = "trial",
    description = "Sends sample values through the mappers and compares after every hop.",
    mixinStandardHelpOptions = true)
final class TrialCommand implements Callable<Integer> {

  /** To open a JPA provider and a database, on a busy machine. */
  private static final Duration OPENING = Duration.ofSeconds(60);

  /** How long one sample may take. */
  static final Duration TIME_LIMIT = Duration.ofSeconds(10);

  private final Console console;
  @Spec private @Nullable CommandSpec spec;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private Format format = Format.TEXT;

  @Option(names = "--seed", description = "The seed of all random values; ${DEFAULT-VALUE}.")
  private long seed = TrialOptions.DEFAULT_SEED;

  @Option(
      names = "--samples",
      paramLabel = "COUNT",
      description = "The number of samples on each route; ${DEFAULT-VALUE}.")
  private int samples = TrialOptions.DEFAULT_SAMPLES;

  @Option(
      names = "--concept",
      paramLabel = "NAME",
      description = "Only this concept; may be given several times.")
  private Set<String> concepts = new HashSet<>();

  @Option(
      names = "--sample",
      paramLabel = "NUMBER",
      description = "Only the sample with this number, counted from 0.")
  private @Nullable Integer sample;

  @Option(
      names = "--compiled",
      description = "Test the mappers among the compiled classes instead of generated ones.")
  private boolean compiled;

  @Option(
      names = "--in-memory",
      description = "Only through the mappers, without JSON and database.")
  private boolean inMemory;

  @Option(
      names = "--database",
      paramLabel = "URL",
      description =
          "The JDBC URL of the database for rows, instead of the plan's. The environment variables"
              + " SHELF_TWIN_DATABASE_USER and SHELF_TWIN_DATABASE_PASSWORD give the credentials."
              + " The trial creates a schema there and removes it.")
  private @Nullable String database;

  @Option(
      names = "--schema",
      paramLabel = "NAME",
      description =
          "With --database: use the tables of this existing schema, and roll everything back.")
  private @Nullable String schema;

  @Option(
      names = "--threads",
      paramLabel = "COUNT",
      description =
          "How many routes run at the same time; as many as there are processors, at most four."
              + " 1 if the code to be tested is not thread-safe.")
  private @Nullable Integer threads;

  @Option(
      names = "--time-limit",
      paramLabel = "SECONDS",
      description = "How long one sample may take; ${DEFAULT-VALUE}.")
  private int timeLimit = (int) TIME_LIMIT.toSeconds();

  @Option(
      names = "--mappers-only",
      description = "Test only the existing mappers of the plan; do not run routes.")
  private boolean mappersOnly;

  @Option(
      names = "--compare",
      description =
          "Compare every existing mapper with the generated one of the same hop, on the same"
              + " samples.")
  private boolean compare;

  @Option(names = "--worker", hidden = true)
  private @Nullable String worker;

  @Option(names = "--skip", hidden = true, split = ",")
  private List<Integer> skipped = new ArrayList<>();

  @Option(names = "--alone", hidden = true)
  private boolean alone;

  TrialCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    boolean wrong =
        samples < 1 || (sample != null && sample < 0) || (threads != null && threads < 1);
    if (wrong || timeLimit < 1) {
      throw new ParameterException(
          Objects.requireNonNull(spec).commandLine(),
          "--samples takes a number from 1 on, --sample one from 0 on, --threads and --time-limit one"
              + " from 1 on");
    }
    if (schema != null && database == null) {
      throw new ParameterException(
          Objects.requireNonNull(spec).commandLine(), "--schema needs --database");
    }
    return worker == null ? supervise() : work(worker);
  }

  /** Runs the trial in another virtual machine and reports. */
  private int supervise() {
    List<String> arguments =
        Objects.requireNonNull(spec).root().commandLine().getParseResult().originalArgs();
    TrialSupervisor.Outcome outcome;
    try (ProgressLine progress = new ProgressLine(console)) {
      outcome =
          new TrialSupervisor(console, arguments, Duration.ofSeconds(timeLimit), progress)
              .run(seed);
    }
    @Nullable TrialResult result = outcome.result();
    if (result == null) {
      return outcome.exitCode();
    }
    List<ObservedMapper> mappers = mappers(outcome);
    console
        .out()
        .print(
            format == Format.JSON
                ? JsonReport.of(result, mappers, outcome.tables())
                : FindingText.ofTables(outcome.tables(), console.style())
                    + MapperText.of(mappers, console.style())
                    + (mappersOnly ? "" : TrialText.of(result, repeat(), console.style())));
    boolean right =
        result.held()
            && outcome.tables().isEmpty()
            && mappers.stream().allMatch(MapperText::isRight);
    return right ? ExitCode.DONE : ExitCode.FOUND;
  }

  /** What existing mappers do, in the order of the plan. */
  private List<ObservedMapper> mappers(TrialSupervisor.Outcome outcome) {
    if (outcome.failures().isEmpty()) {
      return outcome.mappers(List.of());
    }
    try (ShelfTwin twin = plan.open(console.silent())) {
      return outcome.mappers(tasks(twin));
    }
  }

  private List<ExistingMapperObserver.Task> tasks(ShelfTwin twin) {
    return twin.existingMappers().stream()
        .filter(task -> concepts.isEmpty() || concepts.contains(task.conceptName()))
        .toList();
  }

  /** Runs the users' code for another virtual machine. */
  private int work(String address) {
    System.setOut(System.err);
    int colon = address.indexOf(':');
    TrialWorker teller;
    int exitCode;
    try (ShelfTwin twin = plan.open(skipped.isEmpty() ? console : console.silent())) {
      requireKnown(twin);
      List<ExistingMapperObserver.Task> tasks = tasks(twin);
      requireMappers(tasks);
      teller =
          new TrialWorker(
              Integer.parseInt(address.substring(0, colon)),
              address.substring(colon + 1),
              twin.plan().name(),
              tasks,
              Duration.ofSeconds(timeLimit),
              inMemory ? Duration.ZERO : OPENING);
      exitCode = run(twin, tasks, teller);
    }
    teller.finish(exitCode);
    return exitCode;
  }

  private int run(ShelfTwin twin, List<ExistingMapperObserver.Task> tasks, TrialWorker teller) {
    try {
      existingSchema(twin).ifPresent(one -> teller.compared(twin.compareTables(one)));
      if (mappersOnly) {
        teller.begins(List.of());
      } else if (compiled) {
        twin.trialOfCompiled(options(), teller);
      } else {
        twin.trial(options(), teller);
      }
      if (compare) {
        twin.compare(open(tasks), samples, teller);
      } else {
        twin.observe(open(tasks), teller);
      }
      return ExitCode.DONE;
    } catch (InputException wrong) {
      console.err().print(FindingText.ofErrors(wrong.errors(), console.style()));
      return ExitCode.WRONG_INPUT;
    } catch (RuntimeException failure) {
      teller.fail();
      throw failure;
    }
  }

  private List<ExistingMapperObserver.Task> open(List<ExistingMapperObserver.Task> tasks) {
    return IntStream.range(0, tasks.size())
        .filter(mapper -> !skipped.contains(WorkerMessage.placeOf(mapper)))
        .mapToObj(tasks::get)
        .toList();
  }

  private void requireKnown(ShelfTwin twin) {
    List<String> known = twin.plan().concepts().stream().map(concept -> concept.name()).toList();
    for (String concept : concepts) {
      if (!known.contains(concept)) {
        throw new InputException(
            Place.in("--concept"),
            "the plan has no concept " + concept,
            Nearest.remedy(concept, known));
      }
    }
  }

  /** A test of nothing would seem to be passed. */
  private void requireMappers(List<ExistingMapperObserver.Task> tasks) {
    if ((mappersOnly || compare) && tasks.isEmpty()) {
      throw new InputException(
          Place.in(mappersOnly ? "--mappers-only" : "--compare"),
          "the plan names no existing mapper"
              + (concepts.isEmpty() ? "" : " for " + String.join(", ", concepts)),
          "name them in 'existing-mappers' of a concept");
    }
  }

  private TrialOptions options() {
    OptionalInt only = sample == null ? OptionalInt.empty() : OptionalInt.of(sample);
    OptionalInt atOnce = threads == null ? OptionalInt.empty() : OptionalInt.of(threads);
    return new TrialOptions(
        seed,
        samples,
        concepts,
        only,
        !inMemory,
        alone ? OptionalInt.of(1) : atOnce,
        Optional.ofNullable(database).map(this::database),
        Set.copyOf(skipped));
  }

  /**
   * The schema that is compared with the rows; none for a trial without a database, and where an
   * earlier virtual machine has compared it.
   */
  private Optional<Database> existingSchema(ShelfTwin twin) {
    return inMemory || mappersOnly || alone || !skipped.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(database)
            .map(this::database)
            .or(() -> twin.plan().database())
            .filter(one -> one.schema().isPresent());
  }

  private Database database(String url) {
    Place at = Place.in("--database");
    return new Database(
        new Text(url, at), Optional.ofNullable(schema).map(name -> new Text(name, at)));
  }

  private String repeat() {
    return Console.command()
        + " trial "
        + plan.arguments()
        + (compiled ? " --compiled" : "")
        + (inMemory ? " --in-memory" : "")
        + (database == null ? "" : " --database '" + database(database).shownUrl() + "'")
        + (schema == null ? "" : " --schema " + schema)
        + (threads == null ? "" : " --threads " + threads);
  }
}
