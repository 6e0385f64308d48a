package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.LedgerTable;
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

  LedgerCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open(console)) {
      Ledger ledger = twin.ledger();
      console
          .out()
          .print(
              format == Format.JSON
                  ? JsonReport.of(ledger)
                  : LedgerTable.of(ledger, console.style()));
      return 0;
    }
  }
}
