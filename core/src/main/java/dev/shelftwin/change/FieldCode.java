package dev.shelftwin.change;

import dev.shelftwin.shape.Shape;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** The users' own code that uses a field: mappers written by hand, services, tests. */
public final class FieldCode {

  private FieldCode() {}

  /**
   * The lines that use fields, outside the types that declare them.
   *
   * @param fields the names of the fields by their types
   * @param classPath what the sources need
   * @return lines as {@code file:line text}
   */
  public static List<String> lines(
      Map<Shape, Set<String>> fields, OwnSources sources, List<Path> classPath) {
    List<Renaming> used = new ArrayList<>();
    fields.forEach(
        (shape, names) -> names.forEach(name -> used.add(Renaming.of(shape, name, name + "_"))));
    Set<Path> own =
        fields.keySet().stream()
            .map(shape -> Path.of(shape.place().file()))
            .collect(Collectors.toSet());
    return new UsingSources(sources, classPath)
        .of(used).stream()
            .filter(source -> !own.contains(source.file()))
            .flatMap(source -> source.lines().stream())
            .toList();
  }
}
