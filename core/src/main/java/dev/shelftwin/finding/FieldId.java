package dev.shelftwin.finding;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * The identity of what a finding is about, within its concept or layer: a field of a shape, or a
 * dependency between two classes.
 *
 * @param owner the simple name of the shape, or the using class
 * @param separator between the two names: a dot, or an arrow for dependencies
 * @param name the field's name or path, or the used classes; empty for the owner itself
 */
public record FieldId(String owner, String separator, String name) {

  private static final String ARROW = " -> ";
  private static final String COMMA = ", ";

  public FieldId {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(separator, "separator");
    Objects.requireNonNull(name, "name");
  }

  /** A field of a shape. */
  public static FieldId of(String shape, String field) {
    return new FieldId(shape, ".", field);
  }

  /** A class. */
  public static FieldId ofType(String type) {
    return new FieldId(type, "", "");
  }

  /** A dependency of one class on another. */
  public static FieldId ofDependency(String from, String to) {
    return new FieldId(from, ARROW, to);
  }

  /** The dependencies of one class on several. */
  public static FieldId ofDependencies(String from, List<String> to) {
    return new FieldId(from, ARROW, String.join(COMMA, to));
  }

  /** Each dependency alone; the identity itself if it is about something else. */
  Stream<FieldId> parts() {
    return separator.equals(ARROW)
        ? Stream.of(name.split(COMMA)).map(to -> ofDependency(owner, to))
        : Stream.of(this);
  }

  /** As reports write it: {@code Shape.field}. */
  @Override
  public String toString() {
    return owner + separator + name;
  }
}
