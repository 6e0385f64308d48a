package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The types that messages use for what the JDK has a type for too (Protocol Buffers, "Well-Known
 * Types", and {@code bytes} of the "Java Generated Code Guide").
 */
public enum MessageType {
  /** A point in time, in seconds and nanoseconds. */
  TIMESTAMP(
      "Timestamp",
      "Instant",
      "$2T.newBuilder()$Z.setSeconds($1L.getEpochSecond())$Z.setNanos($1L.getNano())$Z.build()",
      "$2T.ofEpochSecond($1L.getSeconds(), $1L.getNanos())"),
  /** A length of time, in seconds and nanoseconds. */
  DURATION(
      "Duration",
      "Duration",
      "$2T.newBuilder()$Z.setSeconds($1L.getSeconds())$Z.setNanos($1L.getNano())$Z.build()",
      "$2T.ofSeconds($1L.getSeconds(), $1L.getNanos())"),
  /** A sequence of bytes. */
  BYTES("ByteString", "byte", "$2T.copyFrom($1L)", "$1L.toByteArray()");

  private static final String PACKAGE = "com.google.protobuf";

  private final String message;
  private final String plain;
  private final String making;
  private final String reading;

  MessageType(String message, String plain, String making, String reading) {
    this.message = message;
    this.plain = plain;
    this.making = making;
    this.reading = reading;
  }

  /** The kind of a type; empty for a type that is none of these. */
  public static Optional<MessageType> of(TypeRef type) {
    return Stream.of(values()).filter(kind -> kind.message().equals(type)).findFirst();
  }

  /** The kind of the class with a qualified name; empty for one that is none of these. */
  public static Optional<MessageType> named(String name) {
    return name.startsWith(PACKAGE)
        ? Stream.of(values())
            .filter(kind -> kind.message().qualifiedName().equals(name))
            .findFirst()
        : Optional.empty();
  }

  /** The type in messages. */
  public TypeRef message() {
    return TypeRef.of(PACKAGE, message);
  }

  /** The type of the JDK. */
  public TypeRef plain() {
    return this == BYTES ? new TypeRef("", "byte", List.of(), 1) : TypeRef.of("java.time", plain);
  }

  /**
   * The expression that converts a value, {@code $1L}; {@code $2T} is the type of the result.
   *
   * @param outward true from the type of the JDK
   */
  String code(boolean outward) {
    return outward ? making : reading;
  }
}
