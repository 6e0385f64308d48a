package dev.shelftwin.cli;

import static dev.shelftwin.report.FindingText.counted;

import dev.shelftwin.DraftRequest;
import dev.shelftwin.PlanDraft;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.LayerPackage;
import dev.shelftwin.draft.MapperObservation;
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
      "Proposes a plan from the code, or additions to an existing plan.",
      "With a package of a new layer, an existing plan is written again with that layer.",
      "Comments list the guesses; a '?' stands for a reason that you have to give."
    },
    mixinStandardHelpOptions = true)
final class DraftCommand implements Callable<Integer> {

  private static final String TYPES =
      "A package, with its subpackages coop.kiln.store.**, or types such as coop.kiln.*Row";

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(names = "--persistence", paramLabel = "TYPES", description = TYPES)
  private List<String> persistence = new ArrayList<>();

  @Option(names = "--domain", paramLabel = "TYPES", description = TYPES)
  private List<String> domain = new ArrayList<>();

  @Option(names = "--transfer", paramLabel = "TYPES", description = TYPES)
  private List<String> transfer = new ArrayList<>();

  @Option(
      names = "--observe",
      description =
          "Run the existing mappers and write the rows that they imply. This runs the project's"
              + " code in a separate Java virtual machine.")
  private boolean observe;

  DraftCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    Path file = plan.plan();
    boolean there = Files.exists(file);
    SupervisedObservation observation = new SupervisedObservation(console, plan);
    DraftRequest request = new DraftRequest(file, plan.code(), packages());
    Draft draft =
        observe // which shows its own progress
            ? PlanDraft.of(request, observation)
            : WaitingLine.during(
                console, "reading the code", () -> PlanDraft.of(request, MapperObservation.NONE));
    boolean more = !draft.concepts().isEmpty() || draft.rows() > 0;
    if (!there || more) {
      PlanDraft.write(draft, file);
    }
    console.out().print(summary(draft, file, there));
    if (observe) {
      console.out().print(observed(observation, file));
    } else if (draft.mappers() > 0) {
      console
          .out()
          .printf(
              "  %s already; '%s trial --mappers-only %s' says what they do%n",
              draft.mappers() == 1 ? "1 method maps" : draft.mappers() + " methods map",
              Console.command(),
              file);
    }
    console.out().println("  next: " + Console.command() + " check " + file);
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
      text.append(file).append(" is complete as far as can be guessed; it was not changed\n");
    } else {
      text.append(
          "%s  %s: %s and %s%n"
              .formatted(
                  there ? "extended" : "written",
                  file,
                  counted(draft.concepts().size(), "concept"),
                  counted(draft.rows(), "row")));
      text.append(
          "  %s to confirm, listed in comments that begin with 'guess:'%n  %s to write instead of '?'%n"
              .formatted(counted(draft.guesses(), "guess"), counted(draft.questions(), "reason")));
      if (draft.observed() > 0) {
        text.append(
            "  %s of mappers, listed in comments that begin with 'observed:'%n"
                .formatted(counted(draft.observed(), "observation")));
      }
    }
    if (!draft.unpaired().isEmpty()) {
      text.append("  types without a concept: ")
          .append(String.join(", ", draft.unpaired()))
          .append('\n');
    }
    return text.toString();
  }

  private static String observed(SupervisedObservation observation, Path file) {
    if (observation.mappers() == 0) {
      return "  no mappers were found that could be observed\n";
    }
    return observation.failed() == 0
        ? ""
        : "  %d of %d mappers could not be observed; '%s trial --mappers-only %s' says why%n"
            .formatted(observation.failed(), observation.mappers(), Console.command(), file);
  }
}
