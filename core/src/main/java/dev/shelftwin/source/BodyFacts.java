package dev.shelftwin.source;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What the bodies of a type's members say, and the annotations of types that the compiler's model
 * lacks for class files.
 *
 * @param annotations the simple names of the annotations of a type, by the name of its field, or of
 *     a method without parameters followed by {@code ()}
 * @param rejected parameters and fields for which a constructor throws if they are null
 * @param copying methods without parameters that return a copy of a collection, or a view of it
 *     that cannot be changed
 * @param held methods without parameters that return a collection of the object, which is always
 *     there and can be changed
 * @param shown the fields that methods without parameters return, alone or in a copy, by the
 *     methods
 * @param written the fields that plain setters assign, by the property names of the setters
 * @param filled the field that each parameter of a constructor or static method fills, empty where
 *     it is not known, by {@link #key}
 */
record BodyFacts(
    Map<String, Set<String>> annotations,
    Set<String> rejected,
    Set<String> copying,
    Set<String> held,
    Map<String, String> shown,
    Map<String, String> written,
    Map<String, List<String>> filled) {

  static final BodyFacts NONE =
      new BodyFacts(Map.of(), Set.of(), Set.of(), Set.of(), Map.of(), Map.of(), Map.of());

  /** The key of a constructor ({@code <init>}) or method with a descriptor (JVMS §4.3.3). */
  static String key(String name, String descriptor) {
    return name + descriptor.substring(0, descriptor.indexOf(')') + 1);
  }

  List<String> filledFields(String key) {
    return filled.getOrDefault(key, List.of());
  }

  /** The simple names of the annotations of a field's type. */
  Set<String> ofField(String name) {
    return annotations.getOrDefault(name, Set.of());
  }

  /** The simple names of the annotations of the return type of a method without parameters. */
  Set<String> ofResult(String method) {
    return annotations.getOrDefault(method + "()", Set.of());
  }
}
