package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.JsonReport;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Finds what is wrong. */
@Command(
    name = "check",
    description = "Finds fields that are lost, unfilled, mismatched or leaked.",
    mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private Format format = Format.TEXT;

  @Option(
      names = "--threshold",
      paramLabel = "SEVERITY",
      description = "From which severity on the exit code is 1: ${COMPLETION-CANDIDATES}.")
  private Severity threshold = Severity.WARNING;

  CheckCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open()) {
      List<Finding> findings = twin.check();
      console
          .out()
          .print(
              format == Format.JSON
                  ? JsonReport.of(twin.plan().name(), findings)
                  : FindingText.of(findings, console.style()));
      boolean grave =
          findings.stream().anyMatch(finding -> finding.severity().compareTo(threshold) >= 0);
      return grave ? Main.FOUND : 0;
    }
  }
}
