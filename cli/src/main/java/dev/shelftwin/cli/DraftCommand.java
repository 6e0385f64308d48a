package dev.shelftwin.cli;

import dev.shelftwin.DraftRequest;
import dev.shelftwin.DraftRequest.LayerPackage;
import dev.shelftwin.PlanDraft;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.shape.Role;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Proposes a plan. */
@Command(
    name = "draft",
    description = {
      "Proposes a plan from the code, or adds to the plan that is there",
      "what it does not say yet. Guesses are marked; a '?' waits for a reason."
    },
    mixinStandardHelpOptions = true)
final class DraftCommand implements Callable<Integer> {

  private static final String TYPES = "A package, or some of its types: coop.kiln.*Row";

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--persistence", paramLabel = "TYPES", description = TYPES)
  private List<String> persistence = new ArrayList<>();

  @Option(names = "--domain", paramLabel = "TYPES", description = TYPES)
  private List<String> domain = new ArrayList<>();

  @Option(names = "--transfer", paramLabel = "TYPES", description = TYPES)
  private List<String> transfer = new ArrayList<>();

  DraftCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    Path file = plan.plan();
    boolean there = Files.exists(file);
    Draft draft = PlanDraft.of(new DraftRequest(file, plan.code(), packages()));
    boolean more = !draft.concepts().isEmpty() || draft.rows() > 0;
    if (!there || more) {
      PlanDraft.write(draft, file);
    }
    console.out().print(summary(draft, file, there));
    return 0;
  }

  private List<LayerPackage> packages() {
    List<LayerPackage> packages = new ArrayList<>();
    persistence.forEach(types -> packages.add(new LayerPackage(Role.PERSISTENCE, types)));
    domain.forEach(types -> packages.add(new LayerPackage(Role.DOMAIN, types)));
    transfer.forEach(types -> packages.add(new LayerPackage(Role.TRANSFER, types)));
    return packages;
  }

  private static String summary(Draft draft, Path file, boolean there) {
    StringBuilder text = new StringBuilder();
    if (there && draft.concepts().isEmpty() && draft.rows() == 0) {
      text.append(file).append(" says everything that can be guessed; it stays as it is\n");
    } else {
      text.append(
          "%s  %s: %d concepts and %d rows%n"
              .formatted(
                  there ? "extended" : "written", file, draft.concepts().size(), draft.rows()));
      text.append(
          "  %d guesses to look over, each marked '# guess'%n  %d reasons to give, each a '?'%n"
              .formatted(draft.guesses(), draft.questions()));
    }
    if (!draft.alone().isEmpty()) {
      text.append("  paired with nothing: ").append(String.join(", ", draft.alone())).append('\n');
    }
    return text.append("  next: ")
        .append(Console.command())
        .append(" check ")
        .append(file)
        .append('\n')
        .toString();
  }
}
