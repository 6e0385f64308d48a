package dev.shelftwin.change;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Another name for a field of one type.
 *
 * @param type the qualified name of the type
 * @param others the qualified names of other types with the field: those that build its objects,
 *     and those that it has the field from
 * @param from the field's name
 * @param to its other name
 * @param methods the names of the methods that read, write or build it, each with its other name
 * @param files the qualified names of these types, or of those that they are nested in
 */
record Renaming(
    String type,
    Set<String> others,
    String from,
    String to,
    Map<String, String> methods,
    Set<String> files) {

  Renaming {
    others = Set.copyOf(others);
    methods = Map.copyOf(methods);
    files = Set.copyOf(files);
  }

  /**
   * Another name for a field.
   *
   * @param above the types that the shape has the field from
   */
  static Renaming of(Shape shape, List<Shape> above, String from, String to) {
    Map<String, String> methods = new LinkedHashMap<>();
    for (String prefix : new String[] {"get", "is", "has", "set", "with"}) {
      methods.put(prefix + capital(from), prefix + capital(to));
    }
    Optional<Field> field = shape.field(from);
    Stream<String> accessors =
        Stream.of(field.flatMap(Field::reader), field.flatMap(Field::writer))
            .flatMap(Optional::stream)
            .map(Access::name);
    List<Creator.Builder> built =
        shape.creators().stream().flatMap(creator -> creator.builder().stream()).toList();
    Stream<String> steps =
        built.stream().flatMap(builder -> Stream.ofNullable(builder.steps().get(from)));
    Stream.concat(accessors, steps)
        .forEach(name -> methods.putIfAbsent(name, other(name, from, to)));
    List<TypeRef> others =
        Stream.concat(built.stream().map(Creator.Builder::type), above.stream().map(Shape::type))
            .toList();
    return new Renaming(
        shape.type().qualifiedName(),
        others.stream().map(TypeRef::qualifiedName).collect(Collectors.toSet()),
        from,
        to,
        methods,
        Stream.concat(Stream.of(shape.type()), others.stream())
            .map(TypeRef::outermostName)
            .collect(Collectors.toSet()));
  }

  /** The simple name of the type. */
  String simpleType() {
    return type.substring(type.lastIndexOf('.') + 1);
  }

  /** Whether a type is the one that has the field. */
  boolean isOf(TypeRef other) {
    return other.qualifiedName().equals(type);
  }

  /** Returns the other name of a method; the same if it does not have the field's name in it. */
  private static String other(String method, String from, String to) {
    int start = method.length() - from.length();
    if (start < 0 || !method.regionMatches(true, start, from, 0, from.length())) {
      return method;
    }
    if (start == 0) {
      return to;
    }
    boolean word = Character.isUpperCase(method.charAt(start));
    return word ? method.substring(0, start) + capital(to) : method;
  }

  private static String capital(String name) {
    return Character.toUpperCase(name.charAt(0)) + name.substring(1);
  }
}
