package dev.shelftwin.shape;

import java.util.Arrays;
import java.util.Optional;

/** The types of the JDK that hold any number of values. */
public enum Container {
  /** Keeps order and duplicates. */
  LIST("java.util.List"),
  /** Promises neither; what is in it counts as in order. */
  COLLECTION("java.util.Collection"),
  /** Keeps neither order nor duplicates. */
  SET("java.util.Set"),
  /** Keeps no duplicates, and an order of its own. */
  SORTED_SET("java.util.SortedSet"),
  /** Keeps values by their keys, in no order. */
  MAP("java.util.Map"),
  /** Keeps order and duplicates. */
  ARRAY("");

  private final String type;

  Container(String type) {
    this.type = type;
  }

  /** What kind of container a type is; empty where it is none. */
  public static Optional<Container> of(TypeRef type) {
    if (type.isArray()) {
      return Optional.of(ARRAY);
    }
    return Arrays.stream(values())
        .filter(kind -> kind.type.equals(type.qualifiedName()))
        .filter(kind -> type.arguments().size() == (kind == MAP ? 2 : 1))
        .findFirst();
  }

  /** What a container holds: the elements of a list, the values of a map. */
  public static TypeRef element(TypeRef type) {
    return type.isArray()
        ? new TypeRef(type.packageName(), type.name(), type.arguments(), type.dimensions() - 1)
        : type.arguments().get(type.arguments().size() - 1);
  }

  /** What a field of a type holds: of an optional its value, of a container its elements. */
  public static TypeRef held(TypeRef type) {
    TypeRef present = type.present();
    return of(present).isPresent() ? held(element(present)) : present;
  }

  /** Whether the place of an element means something. */
  public boolean isOrdered() {
    return this == LIST || this == ARRAY || this == COLLECTION;
  }

  /** Whether one value may be in it twice. */
  public boolean hasDuplicates() {
    return isOrdered();
  }
}
