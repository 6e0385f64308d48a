package dev.shelftwin.shape;

import java.util.Objects;
import java.util.Optional;

/**
 * How one field of an object is read or written.
 *
 * @param kind through a method or the field itself
 * @param name of the method or the field
 * @param type what is returned when it is read, what is taken when it is written
 * @param visibility who may use it
 * @param through how the object is read that has it; empty where it is the object itself
 */
public record Access(
    Kind kind, String name, TypeRef type, Visibility visibility, Optional<Access> through) {

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
    Objects.requireNonNull(through, "through");
  }

  public Access(Kind kind, String name, TypeRef type, Visibility visibility) {
    this(kind, name, type, visibility, Optional.empty());
  }

  /** The same of an object that is read itself. */
  public Access through(Access outer) {
    Access whole = through.map(inner -> inner.through(outer)).orElse(outer);
    return new Access(kind, name, type, visibility, Optional.of(whole));
  }
}
