package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Conversions between the types of messages and those of the JDK, and what these convert to. */
final class MessageConversions implements ConversionStrategy {

  private static final String PACKAGE = "com.google.protobuf";

  /** Messages of one value, for fields that may be unset (Protocol Buffers, "Wrappers"). */
  private static final Map<TypeRef, TypeRef> WRAPPERS =
      Map.of(
          TypeRef.of(PACKAGE, "StringValue"), TypeRef.lang("String"),
          TypeRef.of(PACKAGE, "BoolValue"), TypeRef.of("", "boolean"),
          TypeRef.of(PACKAGE, "Int32Value"), TypeRef.of("", "int"),
          TypeRef.of(PACKAGE, "UInt32Value"), TypeRef.of("", "int"),
          TypeRef.of(PACKAGE, "Int64Value"), TypeRef.of("", "long"),
          TypeRef.of(PACKAGE, "UInt64Value"), TypeRef.of("", "long"),
          TypeRef.of(PACKAGE, "FloatValue"), TypeRef.of("", "float"),
          TypeRef.of(PACKAGE, "DoubleValue"), TypeRef.of("", "double"),
          TypeRef.of(PACKAGE, "BytesValue"), MessageType.BYTES.message());

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    return outOf(from)
        .flatMap(step -> catalogue.then(step, to))
        .or(() -> into(to).flatMap(step -> catalogue.before(from, step)));
  }

  private static Optional<Step> outOf(TypeRef from) {
    Optional<TypeRef> wrapped = Optional.ofNullable(WRAPPERS.get(from));
    return wrapped.isPresent()
        ? wrapped.map(value -> step("getValue()", from, value, read(value)))
        : MessageType.of(from)
            .map(kind -> step("as " + kind.plain(), from, kind.plain(), value(kind, false)));
  }

  private static Optional<Step> into(TypeRef to) {
    Optional<TypeRef> wrapped = Optional.ofNullable(WRAPPERS.get(to));
    return wrapped.isPresent()
        ? wrapped.map(value -> step("as " + to, value, to, new Operation.CallStatic(to, "of")))
        : MessageType.of(to).map(kind -> step("as " + to, kind.plain(), to, value(kind, true)));
  }

  private static Step step(String label, TypeRef from, TypeRef to, Operation operation) {
    return new Step(label, from, to, operation, Set.of(), false);
  }

  private static Operation read(TypeRef value) {
    return new Operation.Read(new Access(Access.Kind.METHOD, "getValue", value, Visibility.PUBLIC));
  }

  private static Operation value(MessageType kind, boolean outward) {
    return new Operation.MessageValue(kind, outward);
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return Stream.of(
            described("Instant", "Timestamp of messages", "its seconds and nanoseconds"),
            described("Duration", "Duration of messages", "its seconds and nanoseconds"),
            described("byte[]", "ByteString of messages", "a copy"),
            described("a value", "StringValue, Int32Value and the like", "the message of it"))
        .flatMap(List::stream)
        .toList();
  }

  private static List<ConversionDescription> described(String plain, String message, String how) {
    return List.of(
        new ConversionDescription(plain, message, how, Set.of(), false),
        new ConversionDescription(message, plain, how, Set.of(), false));
  }
}
