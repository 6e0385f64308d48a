package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.LedgerTable;
import dev.shelftwin.report.ObservedTable;
import dev.shelftwin.trial.TrialOptions;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Shows how every field is mapped. */
@Command(
    name = "ledger",
    description = "Shows how every field is mapped on every hop.",
    mixinStandardHelpOptions = true)
final class LedgerCommand implements Callable<Integer> {

  /** How long one run of a mapper may take. */
  private static final Duration TIME_LIMIT = Duration.ofSeconds(10);

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private Format format = Format.TEXT;

  @Option(
      names = "--observed",
      description =
          "Run the existing mappers of the plan, and show what each does beside what the plan"
              + " says.")
  private boolean observed;

  LedgerCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open(console)) {
      Ledger ledger = twin.ledger();
      if (observed) {
        return observe(twin, ledger);
      }
      console
          .out()
          .print(
              format == Format.JSON
                  ? JsonReport.of(ledger)
                  : LedgerTable.of(ledger, console.style()));
      return 0;
    }
  }

  /** The mappers are run by a trial without routes, in a virtual machine of its own. */
  private int observe(ShelfTwin twin, Ledger ledger) {
    List<String> arguments =
        Stream.concat(Stream.of("trial", "--mappers-only", "--in-memory"), plan.list().stream())
            .toList();
    TrialSupervisor.Outcome outcome;
    try (ProgressLine progress = new ProgressLine(console)) {
      outcome =
          new TrialSupervisor(console, arguments, TIME_LIMIT, progress)
              .run(TrialOptions.DEFAULT_SEED);
    }
    if (outcome.result() == null) {
      return outcome.exitCode();
    }
    List<ObservedMapper> mappers = outcome.mappers(twin.existingMappers());
    console
        .out()
        .print(
            format == Format.JSON
                ? JsonReport.of(ledger, mappers)
                : ObservedTable.of(ledger, mappers, console.style()));
    return 0;
  }
}
