package dev.shelftwin.shape;

import java.util.Arrays;
import java.util.Optional;

/** The JDK types that hold any number of values. */
public enum Container {
  /** Keeps order and duplicates. */
  LIST("java.util.List"),
  /** Guarantees neither; treated as ordered. */
  COLLECTION("java.util.Collection"),
  /** Keeps neither order nor duplicates. */
  SET("java.util.Set"),
  /** Keeps no duplicates, and sorts its elements. */
  SORTED_SET("java.util.SortedSet"),
  /** Maps keys to values, in no order. */
  MAP("java.util.Map"),
  /** Keeps order and duplicates. */
  ARRAY("");

  private final String type;

  Container(String type) {
    this.type = type;
  }

  /** The kind of container that a type is; empty if it is none. */
  public static Optional<Container> of(TypeRef type) {
    if (type.isArray()) {
      return Optional.of(ARRAY);
    }
    return Arrays.stream(values())
        .filter(kind -> kind.type.equals(type.qualifiedName()))
        .filter(kind -> type.arguments().size() == (kind == MAP ? 2 : 1))
        .findFirst();
  }

  /** The type of the elements of a container, or of the values of a map. */
  public static TypeRef element(TypeRef type) {
    return type.isArray()
        ? new TypeRef(type.packageName(), type.name(), type.arguments(), type.dimensions() - 1)
        : type.arguments().get(type.arguments().size() - 1);
  }

  /** The type of the values in a field: the value of an optional, the elements of a container. */
  public static TypeRef held(TypeRef type) {
    TypeRef present = type.present();
    return of(present).isPresent() ? held(element(present)) : present;
  }

  /** Whether the order of elements is significant. */
  public boolean isOrdered() {
    return this == LIST || this == ARRAY || this == COLLECTION;
  }

  /** Whether it may hold equal elements. */
  public boolean hasDuplicates() {
    return isOrdered();
  }
}
