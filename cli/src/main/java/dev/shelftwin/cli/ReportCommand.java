package dev.shelftwin.cli;

import dev.shelftwin.PageFile;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.report.HtmlReport;
import dev.shelftwin.report.MarkdownPage;
import dev.shelftwin.report.Page;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Writes a page about the plan. */
@Command(
    name = "report",
    description = "Writes a page that shows every concept, field by field, with its findings.",
    mixinStandardHelpOptions = true)
final class ReportCommand implements Callable<Integer> {

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private PageFormat format = PageFormat.HTML;

  @Option(
      names = "--to",
      paramLabel = "FILE",
      description =
          "The file to write, instead of shelf-twin.html or shelf-twin.md beside the plan.")
  private @Nullable Path to;

  ReportCommand(Console console) {
    this.console = console;
  }

  @Option(
      names = "--trial",
      description = "Run a trial, and show which fields it has tried and how routes broke.")
  private boolean trial;

  @Option(
      names = "--samples",
      paramLabel = "COUNT",
      description =
          "With --trial: the number of samples on each route; "
              + TrialOptions.DEFAULT_SAMPLES
              + " by default.")
  private @Nullable Integer samples;

  @Spec private @Nullable CommandSpec spec;

  @Override
  public Integer call() {
    if (samples != null && (!trial || samples < 1)) {
      throw new ParameterException(
          Objects.requireNonNull(spec).commandLine(),
          "--samples takes a number from 1 on, and goes with --trial");
    }
    if (!trial) {
      return write(Optional.empty());
    }
    TrialSupervisor.Outcome outcome = tried();
    return outcome.result() == null ? outcome.exitCode() : write(Optional.of(outcome.result()));
  }

  private int write(Optional<TrialResult> result) {
    try (ShelfTwin twin = plan.open(console)) {
      String page = WaitingLine.during(console, "drawing", () -> page(twin, result));
      Path beside = Objects.requireNonNullElse(plan.plan().getParent(), Path.of(""));
      Path file = to == null ? beside.resolve("shelf-twin." + format.ending()) : to;
      PageFile.write(file, page);
      console.out().println("written  " + file);
      return ExitCode.DONE;
    }
  }

  /** Runs the users' code in another virtual machine, as the command for trials does. */
  private TrialSupervisor.Outcome tried() {
    int count = samples == null ? TrialOptions.DEFAULT_SAMPLES : samples;
    List<String> arguments =
        new ArrayList<>(List.of("trial", "--samples", Integer.toString(count)));
    arguments.addAll(plan.list());
    try (ProgressLine progress = new ProgressLine(console)) {
      return new TrialSupervisor(console, arguments, TrialCommand.TIME_LIMIT, progress)
          .run(TrialOptions.DEFAULT_SEED);
    }
  }

  private String page(ShelfTwin twin, Optional<TrialResult> result) {
    Page.Sources sources =
        new Page.Sources(
            twin.ledger(), twin.check().findings(), twin.layerUses(), twin.generate(), result);
    return switch (format) {
      case HTML -> HtmlReport.of(sources);
      case MARKDOWN -> MarkdownPage.of(sources);
    };
  }
}
