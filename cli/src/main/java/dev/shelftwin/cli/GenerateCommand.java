package dev.shelftwin.cli;

import dev.shelftwin.MapperFiles;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
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
      Path folder = folder(twin);
      Generated generated = WaitingLine.during(console, "generating", twin::generate);
      MapperFiles.write(generated, folder)
          .forEach(
              (file, change) ->
                  console.out().println(change.name().toLowerCase(Locale.ROOT) + "  " + file));
      for (Generated.Unwritten mapper : generated.unwritten()) {
        console
            .err()
            .println(
                "not written  "
                    + mapper.mapper()
                    + ": "
                    + mapper.reason()
                    + " ("
                    + mapper.hop()
                    + ")");
      }
      if (!generated.unwritten().isEmpty()) {
        console.err().println("  run 'check' to see what to do");
      }
      return generated.unwritten().isEmpty() ? ExitCode.DONE : ExitCode.FOUND;
    }
  }

  private Path folder(ShelfTwin twin) {
    if (to != null) {
      return to;
    }
    Path beside = Objects.requireNonNullElse(plan.plan().getParent(), Path.of(""));
    return twin.plan()
        .code()
        .mappers()
        .map(text -> inProject(text, beside, twin.plan().code()))
        .orElseThrow(
            () ->
                new InputException(
                    Place.in(plan.plan().toString()),
                    "No folder for the mappers is given",
                    "add 'mappers: src/main/java' to 'code' in the plan, or give --to"));
  }

  /** A plan may come from elsewhere; only who calls may let it write outside its own project. */
  private static Path inProject(Text mappers, Path beside, Code code) {
    Path folder = beside.resolve(mappers.value());
    boolean inside =
        Stream.concat(Stream.of(""), code.sources().stream().map(Text::value))
            .map(one -> beside.resolve(one).toAbsolutePath().normalize())
            .anyMatch(folder.toAbsolutePath().normalize()::startsWith);
    if (!inside) {
      throw new InputException(
          mappers.at(),
          "the folder for the mappers is neither below the plan's folder nor a source folder",
          "name one that is, or give --to " + folder);
    }
    return folder;
  }
}
