package dev.shelftwin.change;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Another name for a field of one type.
 *
 * @param type the qualified name of the type
 * @param builders the qualified names of the types that build its objects
 * @param from the field's name
 * @param to its other name
 * @param methods the names of the methods that read, write or build it, each with its other name
 */
record Renaming(
    String type, Set<String> builders, String from, String to, Map<String, String> methods) {

  Renaming {
    builders = Set.copyOf(builders);
    methods = Map.copyOf(methods);
  }

  static Renaming of(Shape shape, String from, String to) {
    Map<String, String> methods = new LinkedHashMap<>();
    for (String prefix : new String[] {"get", "is", "has", "set", "with"}) {
      methods.put(prefix + capital(from), prefix + capital(to));
    }
    Set<String> builders = new LinkedHashSet<>();
    Set<String> named = new LinkedHashSet<>();
    Optional<Field> field = shape.field(from);
    field.flatMap(Field::reader).map(Access::name).ifPresent(named::add);
    field.flatMap(Field::writer).map(Access::name).ifPresent(named::add);
    for (Creator creator : shape.creators()) {
      creator.builder().ifPresent(builder -> builders.add(builder.type().qualifiedName()));
      creator.builder().map(builder -> builder.steps().get(from)).ifPresent(named::add);
    }
    if (named.contains(from)) {
      methods.put(from, to);
    }
    return new Renaming(shape.type().qualifiedName(), builders, from, to, methods);
  }

  /** Whether a type is the one that has the field. */
  boolean isOf(TypeRef other) {
    return other.qualifiedName().equals(type);
  }

  private static String capital(String name) {
    return Character.toUpperCase(name.charAt(0)) + name.substring(1);
  }
}
