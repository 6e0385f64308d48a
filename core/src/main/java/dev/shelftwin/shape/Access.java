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
 * @param guard tells whether there is a value, where a default is read otherwise; empty if what is
 *     read tells it
 */
public record Access(
    Kind kind,
    String name,
    TypeRef type,
    Visibility visibility,
    Optional<Access> through,
    Optional<Guard> guard) {

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
    Objects.requireNonNull(guard, "guard");
  }

  public Access(Kind kind, String name, TypeRef type, Visibility visibility) {
    this(kind, name, type, visibility, Optional.empty(), Optional.empty());
  }

  /** This access, to a field of which a default is read where it has no value. */
  public Access guardedBy(Guard check) {
    return new Access(kind, name, type, visibility, through, Optional.of(check));
  }

  /** This access, to an object that is at hand. */
  public Access direct() {
    return new Access(kind, name, type, visibility, Optional.empty(), guard);
  }

  /** Whether a compiler of another language has changed the name, so that Java cannot use it. */
  public boolean isMangled() {
    return name.contains("-");
  }

  /** Whether {@code Type::name} reads the same. */
  public boolean isReference() {
    return kind == Kind.METHOD && guard.isEmpty();
  }

  /** This access, to an object that another access reads. */
  public Access through(Access outer) {
    Access whole = through.map(inner -> inner.through(outer)).orElse(outer);
    return new Access(kind, name, type, visibility, Optional.of(whole), guard);
  }
}
