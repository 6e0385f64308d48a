package dev.shelftwin;

import com.fasterxml.jackson.core.Versioned;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** The product's own entry over projects that tests write inline. */
final class Twins {

  private Twins() {}

  /** What the plans of these projects leave open. */
  static CodeOptions code() {
    List<Path> classPath = new ArrayList<>(Project.classPath());
    classPath.add(Project.jarOf(ObjectMapper.class));
    classPath.add(Project.jarOf(Versioned.class));
    return new CodeOptions(List.of(), List.of(), classPath);
  }

  static <T> T run(Project project, Function<ShelfTwin, T> use) {
    project.write();
    try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code())) {
      return use.apply(twin);
    }
  }
}
