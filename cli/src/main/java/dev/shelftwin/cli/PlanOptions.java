package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Parameters;

/** The plan, and the places of its code. */
final class PlanOptions extends CodePlaces {

  @Parameters(
      paramLabel = "PLAN",
      arity = "0..1",
      defaultValue = "shelf-twin.yaml",
      description = "The plan; ${DEFAULT-VALUE} by default.")
  private Path plan = Path.of("shelf-twin.yaml");

  /** Opens the plan; notes about it go to standard error. */
  ShelfTwin open(Console console) {
    return open(plan, console);
  }

  Path plan() {
    return plan;
  }

  /** The options as a list of arguments. */
  List<String> list() {
    return list(plan);
  }

  /** The options as a list of arguments, with another plan. */
  List<String> list(Path other) {
    List<String> arguments = new ArrayList<>();
    classes.forEach(path -> arguments.addAll(List.of("--classes", path.toString())));
    sources.forEach(path -> arguments.addAll(List.of("--sources", path.toString())));
    classPath.forEach(path -> arguments.addAll(List.of("--class-path", path.toString())));
    arguments.add(other.toString());
    return arguments;
  }

  /** The options as they were given, to call the same again. */
  String arguments() {
    StringBuilder text = new StringBuilder(plan.toString());
    classes.forEach(path -> text.append(" --classes ").append(path));
    sources.forEach(path -> text.append(" --sources ").append(path));
    classPath.forEach(path -> text.append(" --class-path ").append(path));
    return text.toString();
  }
}
