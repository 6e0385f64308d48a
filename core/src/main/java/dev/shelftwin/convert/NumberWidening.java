package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Widens numbers without loss (JLS §5.1.2, without the conversions that lose precision). */
final class NumberWidening implements ConversionStrategy {

  /** The types that each boxed type widens to without loss. */
  private static final Map<String, Set<String>> WIDER =
      Map.of(
          "Byte", Set.of("short", "int", "long", "float", "double"),
          "Short", Set.of("int", "long", "float", "double"),
          "Character", Set.of("int", "long", "float", "double"),
          "Integer", Set.of("long", "double"),
          "Float", Set.of("double"));

  private static final Map<String, String> PRIMITIVES =
      Map.of(
          "Short", "short", "Integer", "int", "Long", "long", "Float", "float", "Double", "double");

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    String target = PRIMITIVES.getOrDefault(to.boxed().simpleName(), "");
    if (!isLang(from) || !isLang(to) || !wider(from).contains(target)) {
      return Optional.empty();
    }
    TypeRef primitive = TypeRef.of("", target);
    boolean boxedNumber = !from.isPrimitive() && !from.isLang("Character");
    Operation operation =
        boxedNumber
            ? new Operation.Read(
                new Access(Access.Kind.METHOD, target + "Value", primitive, Visibility.PUBLIC))
            : new Operation.Cast(primitive);
    return Optional.of(
        new Conversion(List.of(new Step("as " + target, from, to, operation, Set.of(), false))));
  }

  private static Set<String> wider(TypeRef from) {
    return WIDER.getOrDefault(from.boxed().simpleName(), Set.of());
  }

  private static boolean isLang(TypeRef type) {
    return type.boxed().isLang(type.boxed().simpleName());
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "a number",
            "a wider number type that holds all its values",
            "widening",
            Set.of(),
            false));
  }
}
