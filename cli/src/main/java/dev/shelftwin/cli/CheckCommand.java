package dev.shelftwin.cli;

import dev.shelftwin.BaselineFile;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Baseline;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.JsonReport;
import dev.shelftwin.report.MarkdownReport;
import dev.shelftwin.report.RulesPage;
import dev.shelftwin.report.SarifReport;
import dev.shelftwin.rule.CheckResult;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Reports problems. */
@Command(
    name = "check",
    description = "Reports fields that are lost, unfilled, mismatched or exposed.",
    mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {

  /** Printed if some rules cannot be checked. */
  static final String UNCOMPILED = "no compiled classes found: dependency rules were skipped";

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private FindingsFormat format = FindingsFormat.TEXT;

  @Option(
      names = "--threshold",
      paramLabel = "SEVERITY",
      description = "From which severity on the exit code is 1: ${COMPLETION-CANDIDATES}.")
  private Severity threshold = Severity.WARNING;

  @Option(
      names = "--only",
      paramLabel = "CONCEPT",
      description = "Shows only findings of this concept; may be given several times.")
  private List<String> only = new ArrayList<>();

  @Option(
      names = "--rule",
      paramLabel = "RULE",
      converter = RuleConverter.class,
      description = "Shows only findings of this rule; may be given several times.")
  private List<RuleId> rules = new ArrayList<>();

  @Option(
      names = "--save-baseline",
      description = "Saves today's findings in a file beside the plan.")
  private boolean savesBaseline;

  @Option(
      names = "--since-baseline",
      description = "Shows only findings that are not in the baseline.")
  private boolean sinceBaseline;

  @Option(
      names = "--explain",
      paramLabel = "RULE",
      converter = RuleConverter.class,
      description = "Describes a rule and how to resolve its findings; checks nothing.")
  private Optional<RuleId> explained = Optional.empty();

  CheckCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    if (explained.isPresent()) {
      console.out().print(console.style().strong(explained.get().key()) + "\n\n");
      console.out().print(RulesPage.of(explained.get()));
      return 0;
    }
    try (ShelfTwin twin = plan.open(console)) {
      CheckResult result = WaitingLine.during(console, "checking", twin::check);
      List<Finding> all = result.findings();
      if (!twin.isCompiled()) {
        console.err().println(UNCOMPILED);
      }
      if (savesBaseline) {
        return save(all);
      }
      List<Finding> wanted = wanted(twin, all);
      Optional<Baseline> baseline =
          sinceBaseline ? Optional.of(BaselineFile.read(baselineFile())) : Optional.empty();
      List<Finding> told = baseline.map(known -> known.newOnes(wanted)).orElse(wanted);
      List<String> aside = aside(all, wanted, told, baseline);
      Path root = Path.of("");
      console
          .out()
          .print(
              switch (format) {
                case TEXT ->
                    FindingText.of(told, aside, console.style())
                        + FindingText.accepted(result.acceptedByLayer());
                case JSON -> JsonReport.of(twin.plan().name(), told);
                case SARIF -> SarifReport.of(twin.plan(), told, root, Main.VERSION);
                case MARKDOWN -> MarkdownReport.of(twin.plan().name(), told, aside, root);
              });
      if (told.stream().anyMatch(finding -> finding.rule() == RuleId.FAILED_RULE)) {
        return ExitCode.OWN_ERROR;
      }
      boolean grave =
          told.stream().anyMatch(finding -> finding.severity().compareTo(threshold) >= 0);
      return grave ? ExitCode.FOUND : ExitCode.DONE;
    }
  }

  private Path baselineFile() {
    return BaselineFile.of(plan.plan());
  }

  private int save(List<Finding> findings) {
    BaselineFile.save(baselineFile(), Baseline.of(findings));
    console.out().println(FindingText.counted(findings.size(), "finding") + " kept in");
    console.out().println("  " + baselineFile());
    return 0;
  }

  private List<Finding> wanted(ShelfTwin twin, List<Finding> findings) {
    Set<String> known =
        twin.plan().concepts().stream()
            .map(Concept::name)
            .collect(Collectors.toCollection(TreeSet::new));
    findings.forEach(finding -> known.add(finding.concept()));
    for (String name : only) {
      if (!known.contains(name)) {
        throw new InputException(
            Place.in(plan.plan().toString()),
            "the plan has no concept '" + name + "'",
            Nearest.remedy(name, known));
      }
    }
    return findings.stream()
        .filter(finding -> only.isEmpty() || only.contains(finding.concept()))
        .filter(finding -> rules.isEmpty() || rules.contains(finding.rule()))
        .toList();
  }

  /** Findings that are not shown, so that nobody takes a short report for a clean project. */
  private static List<String> aside(
      List<Finding> all, List<Finding> wanted, List<Finding> told, Optional<Baseline> baseline) {
    List<String> aside = new ArrayList<>();
    if (wanted.size() < all.size()) {
      aside.add(all.size() - wanted.size() + " not asked for");
    }
    if (told.size() < wanted.size()) {
      aside.add(wanted.size() - told.size() + " known by the baseline");
    }
    baseline
        .map(known -> known.gone(all))
        .filter(gone -> gone > 0)
        .ifPresent(gone -> aside.add(gone + " of the baseline gone: save it again"));
    return aside;
  }
}
