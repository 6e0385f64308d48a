package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.TrialText;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.Callable;
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
      names = "--threads",
      paramLabel = "COUNT",
      description =
          "How many routes run at the same time; as many as there are processors, at most four."
              + " 1 if the code to be tested is not thread-safe.")
  private @Nullable Integer threads;

  TrialCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    if (samples < 1 || (sample != null && sample < 0) || (threads != null && threads < 1)) {
      throw new ParameterException(
          Objects.requireNonNull(spec).commandLine(),
          "--samples takes a number from 1 on, --sample one from 0 on, --threads one from 1 on");
    }
    try (ShelfTwin twin = plan.open(console)) {
      TrialResult result = run(twin);
      console
          .out()
          .print(
              format == Format.JSON
                  ? JsonReport.of(result)
                  : TrialText.of(result, repeat(), console.style()));
      return result.held() ? ExitCode.DONE : ExitCode.FOUND;
    }
  }

  private TrialResult run(ShelfTwin twin) {
    List<String> known = twin.plan().concepts().stream().map(concept -> concept.name()).toList();
    for (String concept : concepts) {
      if (!known.contains(concept)) {
        throw new InputException(
            Place.in("--concept"),
            "the plan has no concept " + concept,
            Nearest.remedy(concept, known));
      }
    }
    OptionalInt only = sample == null ? OptionalInt.empty() : OptionalInt.of(sample);
    OptionalInt atOnce = threads == null ? OptionalInt.empty() : OptionalInt.of(threads);
    TrialOptions options = new TrialOptions(seed, samples, concepts, only, !inMemory, atOnce);
    try (ProgressLine progress = new ProgressLine(console)) {
      return compiled ? twin.trialOfCompiled(options, progress) : twin.trial(options, progress);
    }
  }

  private String repeat() {
    return Console.command()
        + " trial "
        + plan.arguments()
        + (compiled ? " --compiled" : "")
        + (inMemory ? " --in-memory" : "")
        + (threads == null ? "" : " --threads " + threads);
  }
}
