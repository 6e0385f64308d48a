package dev.shelftwin.cli;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The folder that sources are written to. */
final class SourceFolder {

  private SourceFolder() {}

  /**
   * The folder that the caller names, else the one of the plan.
   *
   * @param to what the caller names
   * @param planned what the plan names
   * @param file the plan
   * @param what is written, as a phrase
   */
  static Path of(@Nullable Path to, Optional<Text> planned, Code code, Path file, String what) {
    if (to != null) {
      return to;
    }
    Path beside = Objects.requireNonNullElse(file.getParent(), Path.of(""));
    return planned
        .map(text -> inProject(text, beside, code, what))
        .orElseThrow(
            () ->
                new InputException(
                    Place.in(file.toString()),
                    "No folder for " + what + " is given",
                    "add 'mappers: src/main/java' to 'code' in the plan, or give --to"));
  }

  /** A plan may come from a stranger: outside its project only the option lets it write. */
  private static Path inProject(Text planned, Path beside, Code code, String what) {
    Path folder = beside.resolve(planned.value());
    boolean inside =
        Stream.concat(Stream.of(""), code.sources().stream().map(Text::value))
            .map(one -> beside.resolve(one).toAbsolutePath().normalize())
            .anyMatch(folder.toAbsolutePath().normalize()::startsWith);
    if (!inside) {
      throw new InputException(
          planned.at(),
          "the folder for " + what + " is neither below the plan's folder nor a source folder",
          "name one that is, or give --to " + folder);
    }
    return folder;
  }
}
