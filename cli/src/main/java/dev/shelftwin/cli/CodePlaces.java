package dev.shelftwin.cli;

import dev.shelftwin.CodeOptions;
import dev.shelftwin.ShelfTwin;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Option;

/** The places of the code, if they are not the plan's. */
class CodePlaces {

  @Option(
      names = "--classes",
      paramLabel = "DIR",
      description = "A folder of compiled classes, instead of the plan's.")
  List<Path> classes = new ArrayList<>();

  @Option(
      names = "--sources",
      paramLabel = "DIR",
      description = "A source folder, instead of the plan's.")
  List<Path> sources = new ArrayList<>();

  @Option(
      names = "--class-path",
      paramLabel = "PATH",
      split = "${sys:path.separator}",
      description = "Jars, class folders, or text files that list them, instead of the plan's.")
  List<Path> classPath = new ArrayList<>();

  /** Opens a plan; notes about it go to standard error. */
  ShelfTwin open(Path plan, Console console) {
    ShelfTwin twin =
        WaitingLine.during(console, "reading the code", () -> ShelfTwin.open(plan, code()));
    twin.plan().notes().forEach(note -> console.err().println(note));
    return twin;
  }

  CodeOptions code() {
    return new CodeOptions(classes, sources, classPath);
  }
}
