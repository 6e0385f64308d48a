package dev.shelftwin.facts;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Recognizes what a compiler of Protocol Buffers generates (Protocol Buffers, "Java Generated Code
 * Guide").
 */
public final class MessageFacts {

  private static final String PACKAGE = "com.google.protobuf";

  private static final TypeRef MESSAGE = TypeRef.of(PACKAGE, "MessageLite");
  private static final TypeRef ENUMERATION = TypeRef.of(PACKAGE, "Internal.EnumLite");

  private static final TypeRef BYTES = TypeRef.of(PACKAGE, "ByteString");

  /** The constant for numbers that the enumeration does not know ("Enumerations"). */
  private static final String UNRECOGNIZED = "UNRECOGNIZED";

  /** How the first constant of an enumeration is to be named (Protocol Buffers, "Style Guide"). */
  private static final String UNSET = "UNSPECIFIED";

  private MessageFacts() {}

  /**
   * Whether a type is the class of a message.
   *
   * @param supertypes all its supertypes
   */
  public static boolean isMessage(Set<TypeRef> supertypes) {
    return supertypes.contains(MESSAGE);
  }

  /**
   * Whether a type is an enumeration of messages.
   *
   * @param supertypes all its supertypes
   */
  public static boolean isEnumeration(Set<TypeRef> supertypes) {
    return supertypes.contains(ENUMERATION);
  }

  /** Whether a type belongs to the library that messages need. */
  public static boolean isOfLibrary(TypeRef type) {
    return isOfLibrary(type.packageName());
  }

  /** Whether a package is that of the library that messages need. */
  public static boolean isOfLibrary(String packageName) {
    return packageName.equals(PACKAGE);
  }

  /** Whether a type is that of {@code bytes}. */
  public static boolean isBytes(TypeRef type) {
    return type.equals(BYTES);
  }

  /**
   * The constant that a field has which was not set, if its name says that it stands for no value.
   *
   * @param constants all constants of the enumeration, in order
   */
  public static Optional<String> unset(List<String> constants) {
    return constants.stream()
        .limit(1)
        .filter(first -> first.equals(UNSET) || first.endsWith("_" + UNSET))
        .findFirst();
  }

  /** The constants that stand for a value. */
  public static List<String> values(List<String> constants) {
    Optional<String> unset = unset(constants);
    return constants.stream()
        .filter(constant -> !constant.equals(UNRECOGNIZED))
        .filter(constant -> !unset.equals(Optional.of(constant)))
        .toList();
  }

  /**
   * What the names of the constants begin with.
   *
   * @param unset the constant for no value
   */
  public static String prefix(String unset) {
    return unset.substring(0, unset.length() - UNSET.length());
  }
}
