package dev.shelftwin.shape;

import java.util.Optional;

/** The JDK types that hold any number of values. */
public enum Container {
  /** Keeps order and duplicates. */
  LIST("List"),
  /** Guarantees neither; treated as ordered. */
  COLLECTION("Collection"),
  /** Keeps neither order nor duplicates. */
  SET("Set"),
  /** Keeps no duplicates, and sorts its elements. */
  SORTED_SET("SortedSet"),
  /** Maps keys to values, in no order. */
  MAP("Map"),
  /** Keeps order and duplicates. */
  ARRAY("");

  /** The name in {@code java.util}; empty for arrays. */
  private final String name;

  Container(String name) {
    this.name = name;
  }

  /** The kind of container that a type is; empty if it is none. */
  public static Optional<Container> of(TypeRef type) {
    if (type.isArray()) {
      return Optional.of(ARRAY);
    }
    if (!type.packageName().equals("java.util")) {
      return Optional.empty();
    }
    for (Container kind : values()) {
      if (kind.name.equals(type.name())) {
        return type.arguments().size() == (kind == MAP ? 2 : 1)
            ? Optional.of(kind)
            : Optional.empty();
      }
    }
    return Optional.empty();
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
