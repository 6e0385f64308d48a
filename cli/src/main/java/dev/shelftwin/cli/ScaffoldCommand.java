package dev.shelftwin.cli;

import dev.shelftwin.ScaffoldFiles;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.describe.DescribedSource;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Text;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes the types that a plan describes. */
@Command(
    name = "scaffold",
    description =
        "Writes the types that the plan describes and that have no class yet; no file that exists"
            + " is touched.",
    mixinStandardHelpOptions = true)
final class ScaffoldCommand implements Callable<Integer> {

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description =
          "The source folder to write to, instead of the plan's 'code: mappers' or the first of its"
              + " sources.")
  private @Nullable Path to;

  @Option(
      names = "--repositories",
      description = "Also write a repository interface for each concept that is stored.")
  private boolean repositories;

  @Option(
      names = "--tables",
      description =
          "Print the statements that create the tables of all rows, and write nothing. They are for"
              + " the plan's database, else for H2.")
  private boolean tables;

  ScaffoldCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open(console)) {
      if (tables) {
        String script =
            WaitingLine.during(console, "asking the provider", () -> twin.tables(Optional.empty()));
        console.out().print(script);
        return ExitCode.DONE;
      }
      List<DescribedSource> sources = twin.scaffold(repositories);
      if (sources.isEmpty()) {
        console.err().println("nothing to write: every type that the plan describes has a class");
        return ExitCode.DONE;
      }
      Code code = twin.plan().code();
      Optional<Text> planned = code.mappers().or(() -> code.sources().stream().findFirst());
      Path folder = SourceFolder.of(to, planned, code, plan.plan(), "the described types");
      ScaffoldFiles.write(sources, folder)
          .forEach(file -> console.out().println("written  " + file));
      return ExitCode.DONE;
    }
  }
}
