package dev.shelftwin.change;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
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
   * @param shapes the types of the code
   * @param classPath what the sources need
   * @return lines as {@code file:line text}
   */
  public static List<String> lines(
      Map<Shape, Set<String>> fields, OwnSources sources, Shapes shapes, List<Path> classPath) {
    Inheritance inheritance = new Inheritance(sources, shapes);
    Set<TypeRef> types =
        fields.keySet().stream().map(shape -> shape.type().erased()).collect(Collectors.toSet());
    List<Renaming> used = new ArrayList<>();
    Set<Path> own = new HashSet<>();
    fields.forEach(
        (shape, names) -> {
          own.add(Path.of(shape.place().file()));
          for (String name : names) {
            List<Shape> above = inheritance.only(shape, name, types);
            above.forEach(type -> own.add(Path.of(type.place().file())));
            used.add(Renaming.of(shape, above, name, name + "_"));
          }
        });
    return new UsingSources(sources, classPath)
        .of(used).stream()
            .filter(source -> !own.contains(source.file()))
            .flatMap(source -> source.lines().stream())
            .toList();
  }
}
