package dev.shelftwin.shape;

import java.util.Objects;
import java.util.Optional;

/**
 * Reads or writes one field of an object.
 *
 * @param kind by a method or directly
 * @param name the name of the method or field
 * @param type the type that is returned or taken
 * @param visibility who may use it
 * @param through reads the object that has the field; empty if it is the object itself
 */
public record Access(
    Kind kind, String name, TypeRef type, Visibility visibility, Optional<Access> through) {

  /** By what the field is accessed. */
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

  /** This access, to an object that another access reads. */
  public Access through(Access outer) {
    Access whole = through.map(inner -> inner.through(outer)).orElse(outer);
    return new Access(kind, name, type, visibility, Optional.of(whole));
  }
}
