package dev.shelftwin.shape;

import java.util.Objects;
import java.util.Optional;

/**
 * How a field is read and written.
 *
 * @param reader reads the field; empty if only the object itself can
 * @param writer writes the field of an existing object; empty if that is not possible
 * @param adder adds elements one by one; empty if that is not possible
 * @param member what the class calls the field that its methods show by another name
 */
public record FieldAccess(
    Optional<Access> reader,
    Optional<Access> writer,
    Optional<ElementAdder> adder,
    Optional<String> member) {

  /** The field cannot be read or written from outside. */
  public static final FieldAccess NONE = FieldAccess.of(Optional.empty(), Optional.empty());

  public FieldAccess {
    Objects.requireNonNull(reader, "reader");
    Objects.requireNonNull(writer, "writer");
    Objects.requireNonNull(adder, "adder");
    Objects.requireNonNull(member, "member");
  }

  /** Access by a reader and a writer only. */
  public static FieldAccess of(Optional<Access> reader, Optional<Access> writer) {
    return new FieldAccess(reader, writer, Optional.empty(), Optional.empty());
  }
}
