package dev.shelftwin.convert;

import dev.shelftwin.facts.MessageFacts;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Between an enumeration and one of messages, whose constants begin with the name of their type:
 * {@code DONE} and {@code STATUS_DONE}.
 */
final class PrefixedConstants implements ConversionStrategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    Optional<Shape> source = enumeration(from, catalogue);
    Optional<Shape> target = enumeration(to, catalogue);
    if (source.isEmpty() || target.isEmpty()) {
      return Optional.empty();
    }
    boolean outward = target.get().unset().isPresent();
    if (outward == source.get().unset().isPresent()) {
      return Optional.empty();
    }
    Shape plain = outward ? source.get() : target.get();
    Shape message = outward ? target.get() : source.get();
    return between(plain, message, outward)
        .map(table -> new Step("by name", from, to, table, Set.of(), mayReject(table)))
        .map(Conversion::of);
  }

  private static boolean mayReject(Operation.CodeTable table) {
    return !table.outward() || !table.missing().isEmpty();
  }

  private static Optional<Operation.CodeTable> between(
      Shape plain, Shape message, boolean outward) {
    String prefix = MessageFacts.prefix(message.unset().orElseThrow());
    Map<String, Object> table = new LinkedHashMap<>();
    List<String> missing = new ArrayList<>();
    for (String constant : plain.constants()) {
      if (message.constants().contains(prefix + constant)) {
        table.put(constant, prefix + constant);
      } else {
        missing.add(constant);
      }
    }
    return table.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Operation.CodeTable(
                plain.type(), message.type(), table, missing, Optional.empty(), true, outward));
  }

  private static Optional<Shape> enumeration(TypeRef type, ConversionFinder catalogue) {
    return catalogue.shapes().find(type).filter(shape -> shape.kind() == Shape.Kind.ENUM);
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "a constant of an enumeration, DONE",
            "the constant of messages with the name of its type before it, STATUS_DONE",
            "by name; the constant for no value, STATUS_UNSPECIFIED, is a missing value",
            Set.of(),
            true));
  }
}
