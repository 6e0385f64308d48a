package dev.shelftwin;

import java.nio.file.Path;
import java.util.List;

/**
 * The places of the code, if they differ from those in the plan.
 *
 * @param classes folders of compiled classes; empty for the plan's
 * @param sources source folders; empty for the plan's
 * @param classPath jars, class folders, and text files that list them; empty for the plan's
 */
public record CodeOptions(List<Path> classes, List<Path> sources, List<Path> classPath) {

  /** All places as in the plan. */
  public static final CodeOptions NONE = new CodeOptions(List.of(), List.of(), List.of());

  public CodeOptions {
    classes = List.copyOf(classes);
    sources = List.copyOf(sources);
    classPath = List.copyOf(classPath);
  }
}
