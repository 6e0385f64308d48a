package dev.shelftwin.shape;

import java.util.Objects;

/**
 * How one field of an object is read or written.
 *
 * @param kind through a method or the field itself
 * @param name of the method or the field
 * @param type what is returned when it is read, what is taken when it is written
 * @param visibility who may use it
 */
public record Access(Kind kind, String name, TypeRef type, Visibility visibility) {

  /** Through what. */
  public enum Kind {
    METHOD,
    FIELD
  }

  public Access {
    Objects.requireNonNull(kind, "kind");
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(visibility, "visibility");
  }
}
