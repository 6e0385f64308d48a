package dev.shelftwin.cli;

import dev.shelftwin.PageFile;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.report.HtmlReport;
import dev.shelftwin.report.MarkdownPage;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

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

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open(console)) {
      String page = WaitingLine.during(console, "drawing", () -> page(twin));
      Path beside = Objects.requireNonNullElse(plan.plan().getParent(), Path.of(""));
      Path file = to == null ? beside.resolve("shelf-twin." + format.ending()) : to;
      PageFile.write(file, page);
      console.out().println("written  " + file);
      return ExitCode.DONE;
    }
  }

  private String page(ShelfTwin twin) {
    List<Finding> findings = twin.check().findings();
    return switch (format) {
      case HTML -> HtmlReport.of(twin.ledger(), findings, twin.layerUses());
      case MARKDOWN -> MarkdownPage.of(twin.ledger(), findings);
    };
  }
}
