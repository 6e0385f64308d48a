package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.LedgerTable;
import dev.shelftwin.report.MapperText;
import dev.shelftwin.report.Style;
import dev.shelftwin.report.TrialText;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Runs all commands on the example. */
@Command(
    name = "demo",
    description = "Runs all commands on an example, then on variants of it with mistakes.",
    mixinStandardHelpOptions = true)
final class DemoCommand implements Callable<Integer> {

  /** Fewer than usual, so that the demo is short. */
  private static final TrialOptions SAMPLES = TrialOptions.defaults().withSamples(30);

  private static final String CLEAN = "clean";
  private static final String FLAWED = "flawed";

  /** The mistakes in the mappers that were written by hand. */
  private static final List<String> BY_HAND =
      List.of(
          "mapper-crosses Member.familyName",
          "mapper-refuses-missing MemberView.phone",
          "mapper-drops MemberBadge.level",
          "mapper-conditional PieceView.note");

  private final Console console;

  @Option(names = "--to", paramLabel = "DIR", description = "Keep all variants in this folder.")
  private @Nullable Path to;

  /** Whether the folder is kept when the program ends. */
  private volatile boolean kept;

  DemoCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() throws IOException {
    Path folder = to == null ? Files.createTempDirectory("shelf-twin-demo") : to;
    List<Path> variants =
        List.of(folder.resolve(CLEAN), folder.resolve(FLAWED), folder.resolve(KilnExample.BY_HAND));
    for (Path variant : variants) {
      if (Files.exists(variant)) {
        throw new InputException(
            Place.in(variant.toString()),
            "this folder exists already, and may have been edited",
            "remove it, or name another folder with --to");
      }
    }
    List<Path> made = Files.exists(folder) && to != null ? variants : List.of(folder);
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  if (!kept) {
                    made.forEach(DemoCommand::deleteWhileWritten);
                  }
                }));
    boolean good = show(folder);
    kept = to != null;
    return good ? ExitCode.DONE : ExitCode.FOUND;
  }

  private boolean show(Path folder) {
    title("The kiln cooperative: correct mappings between three layers");
    boolean clean = clean(folder);
    title("The same with " + Flaw.ALL.size() + " planted mistakes");
    Flaw.ALL.forEach(flaw -> line("  · " + flaw.title()));
    boolean caught = flawed(folder);
    title("The same service with mappers that were written by hand, four of them wrong");
    boolean byHand = byHand(folder);
    line("");
    line(
        to == null
            ? "'demo --to DIR' keeps all variants in a folder."
            : "All variants are in " + to + ".");
    return clean && caught && byHand;
  }

  private boolean clean(Path folder) {
    Path plan = KilnExample.write(folder.resolve(CLEAN), List.of());
    try (ShelfTwin twin = ShelfTwin.open(plan)) {
      Ledger ledger = twin.ledger();
      stage("ledger", "how every field is mapped");
      line(LedgerTable.summary(ledger, style()));
      stage("check", "problems");
      List<Finding> findings = twin.check().findings();
      line(FindingText.of(findings, style()));
      stage("generate", "the mappers");
      List<SourceFile> mappers = twin.generate().files();
      mappers.forEach(
          mapper -> line(mapper.qualifiedName() + "  " + mapper.text().lines().count() + " lines"));
      stage("trial", "samples through the mappers, compared after every hop");
      TrialResult trial = twin.trial(SAMPLES);
      line(TrialText.of(trial, repeat(plan), style()));
      return findings.isEmpty() && trial.held();
    }
  }

  private boolean flawed(Path folder) {
    Path plan = KilnExample.write(folder.resolve(FLAWED), Flaw.ALL);
    try (ShelfTwin twin = ShelfTwin.open(plan)) {
      stage("check", "problems");
      List<Finding> findings = twin.check().findings();
      line(FindingText.of(findings, style()).replace(folder + "/", ""));
      stage("trial", "problems that only values show");
      TrialResult trial = twin.trial(SAMPLES);
      line(TrialText.of(trial, repeat(plan), style()).replace(folder + "/", ""));
      title("Which command found each mistake");
      boolean all = true;
      for (Flaw flaw : Flaw.ALL) {
        boolean caught = evidence(flaw, findings, trial).anyMatch(flaw.evidence()::equals);
        String verdict = caught ? style().good("found ") : style().bad("missed");
        line("  " + verdict + "  by " + flaw.stage() + ": " + flaw.evidence());
        all &= caught;
      }
      return all;
    }
  }

  private boolean byHand(Path folder) {
    Path plan = KilnExample.writeByHand(folder.resolve(KilnExample.BY_HAND), folder.resolve(CLEAN));
    try (ShelfTwin twin = ShelfTwin.open(plan)) {
      stage("trial", "what the existing mappers do with every field");
      List<ObservedMapper> mappers = twin.observe();
      line(MapperText.of(mappers, style()).replace(folder + "/", ""));
      List<String> found =
          mappers.stream()
              .flatMap(mapper -> mapper.findings().stream())
              .map(DemoCommand::evidence)
              .toList();
      for (String mistake : BY_HAND) {
        String verdict = found.contains(mistake) ? style().good("found ") : style().bad("missed");
        line("  " + verdict + "  " + mistake);
      }
      return found.size() == BY_HAND.size() && found.containsAll(BY_HAND);
    }
  }

  private static String evidence(Finding finding) {
    return finding.rule().key() + " " + finding.field().map(FieldId::toString).orElse("");
  }

  private static Stream<String> evidence(Flaw flaw, List<Finding> findings, TrialResult trial) {
    return flaw.stage().equals("check")
        ? findings.stream().map(DemoCommand::evidence)
        : trial.routes().stream()
            .flatMap(route -> route.divergences().stream())
            .map(DemoCommand::evidence);
  }

  private static String evidence(Divergence divergence) {
    return divergence.hop() + " " + divergence.field();
  }

  private static String repeat(Path plan) {
    return Console.command() + " trial " + plan;
  }

  private void title(String text) {
    line("");
    line(style().strong("== " + text + " =="));
  }

  private void stage(String command, String what) {
    line("");
    line(style().strong(command) + style().faint(": " + what));
  }

  private Style style() {
    return console.style();
  }

  private void line(String text) {
    console.out().println(text.stripTrailing());
  }

  /**
   * Deletes a folder; tries again, since another thread may still write to it until the virtual
   * machine has ended.
   */
  private static void deleteWhileWritten(Path folder) {
    for (int attempt = 0; attempt < 3; attempt++) {
      try {
        delete(folder);
        Thread.sleep(100);
      } catch (IOException | InterruptedException busy) {
        // the next attempt may succeed
      }
    }
  }

  private static void delete(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(Objects.requireNonNull(file));
      }
    }
  }
}
