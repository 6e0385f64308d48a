package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.LedgerTable;
import dev.shelftwin.report.ObservedTable;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Shows how every field is mapped. */
@Command(
    name = "ledger",
    description = "Shows how every field is mapped on every hop.",
    mixinStandardHelpOptions = true)
final class LedgerCommand implements Callable<Integer> {

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
      Ledger ledger = WaitingLine.during(console, "accounting for fields", twin::ledger);
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
    TrialSupervisor.Outcome outcome = SupervisedObservation.run(console, plan.list());
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
