package dev.shelftwin.cli;

import dev.shelftwin.MapperFiles;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.plan.Code;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes the mappers. */
@Command(
    name = "generate",
    description = "Writes the mappers; a file that was edited is not overwritten.",
    mixinStandardHelpOptions = true)
final class GenerateCommand implements Callable<Integer> {

  private final Console console;
  @Mixin private PlanOptions plan = new PlanOptions();

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description = "The source folder to write to, instead of the plan's 'code: mappers'.")
  private @Nullable Path to;

  GenerateCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    try (ShelfTwin twin = plan.open(console)) {
      Code code = twin.plan().code();
      Path folder = SourceFolder.of(to, code.mappers(), code, plan.plan(), "the mappers");
      Generated generated = WaitingLine.during(console, "generating", twin::generate);
      MapperFiles.write(generated, folder)
          .forEach(
              (file, change) ->
                  console.out().println(change.name().toLowerCase(Locale.ROOT) + "  " + file));
      for (Generated.Unwritten mapper : generated.unwritten()) {
        console
            .err()
            .println(
                "without  " + mapper.hop() + " in " + mapper.mapper() + ": " + mapper.reason());
      }
      if (!generated.unwritten().isEmpty()) {
        console.err().println("  run 'check' to see what to do");
      }
      return generated.unwritten().isEmpty() ? ExitCode.DONE : ExitCode.FOUND;
    }
  }
}
