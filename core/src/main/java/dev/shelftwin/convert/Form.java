package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.TypeRef;

/** How one step of a conversion is written in Java, and so how it is carried out. */
public sealed interface Form {

  /** {@code value.name()} or {@code value.name}. */
  record Read(Access access) implements Form {}

  /** {@code new Type(value)}. */
  record New(TypeRef type) implements Form {}

  /** {@code Owner.method(value)}. */
  record Static(TypeRef owner, String method) implements Form {}

  /** {@code (type) value}, between primitive types. */
  record Cast(TypeRef type) implements Form {}

  /** The constant of an enumeration by its name. */
  record Constant(TypeRef type) implements Form {}
}
