package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.plan.Codes;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Conversions of constants: those of enumerations with codes, and those written in the plan. */
final class CodeTables {

  private static final Set<String> WHOLE = Set.of("Byte", "Short", "Integer", "Long");
  private static final Set<String> FRACTIONAL = Set.of("Float", "Double");

  private final Shapes shapes;
  private final Catalogue catalogue;

  CodeTables(Shapes shapes, Catalogue catalogue) {
    this.shapes = shapes;
    this.catalogue = catalogue;
  }

  /** Between the constants of an enumeration and the codes that the plan gives them. */
  Optional<Conversion> between(TypeRef from, TypeRef to, Codes codes) {
    boolean outward = isEnum(from) && codes.byConstant().keySet().equals(known(from, codes));
    TypeRef constants = outward ? from : to;
    TypeRef other = outward ? to : from;
    Set<String> named = known(constants, codes);
    boolean fits =
        isEnum(constants)
            && named.size() == codes.byConstant().size()
            && codes.byConstant().values().stream().allMatch(code -> isCode(code, other));
    if (!fits) {
      return Optional.empty();
    }
    List<String> missing = new ArrayList<>(shapes.find(constants).orElseThrow().constants());
    missing.removeAll(named);
    Operation table =
        new Operation.CodeTable(
            constants,
            other,
            codes.byConstant(),
            missing,
            codes.otherwise().map(Text::value).filter(named::contains),
            false,
            outward);
    boolean mayReject = outward ? !missing.isEmpty() : codes.otherwise().isEmpty();
    return Optional.of(
        Conversion.of(new Step("by its code", from, to, table, Set.of(), mayReject)));
  }

  /** The constants of a type that have a code. */
  private Set<String> known(TypeRef type, Codes codes) {
    Set<String> known = new HashSet<>(codes.byConstant().keySet());
    known.retainAll(shapes.find(type).map(Shape::constants).orElse(List.of()));
    return known;
  }

  private boolean isCode(Object code, TypeRef type) {
    boolean kind = code instanceof Long || code instanceof String;
    boolean plain = type.isPrimitive() || type.packageName().equals("java.lang") || isEnum(type);
    return kind && plain && constant(code, type).isPresent();
  }

  /** The conversion of a constant in the plan; empty if it does not fit the type. */
  Optional<Conversion> constant(Object literal, TypeRef to) {
    TypeRef target = to.present().boxed();
    if (literal instanceof Long number) {
      return fits(number, target) ? Optional.of(Conversion.NONE) : Optional.empty();
    }
    if (literal instanceof Double && FRACTIONAL.contains(target.simpleName())) {
      return Optional.of(Conversion.NONE);
    }
    if (literal instanceof String text && isEnum(target)) {
      return shapes
          .find(target)
          .filter(shape -> shape.constants().contains(text))
          .flatMap(shape -> catalogue.between(TypeRef.lang("String"), target));
    }
    TypeRef source = TypeRef.lang(literal.getClass().getSimpleName());
    return literal instanceof String text
        ? catalogue.between(source, target).filter(conversion -> isParsed(text, conversion))
        : catalogue.between(source, target).filter(Conversion::isNone);
  }

  /** Whether the JDK parses a text; what the users' own types accept is not known here. */
  private static boolean isParsed(String text, Conversion conversion) {
    Object value = text;
    for (Step step : conversion.steps()) {
      if (!(step.operation() instanceof Operation.JdkExpression expression)) {
        return true;
      }
      try {
        value = expression.function().apply(value);
      } catch (RuntimeException rejection) {
        return false;
      }
    }
    return true;
  }

  private boolean isEnum(TypeRef type) {
    return shapes.find(type).filter(shape -> shape.kind() == Shape.Kind.ENUM).isPresent();
  }

  private static boolean fits(long number, TypeRef target) {
    if (!target.isLang(target.simpleName())) {
      return false;
    }
    return switch (target.simpleName()) {
      case "Byte" -> number == (byte) number;
      case "Short" -> number == (short) number;
      case "Integer" -> number == (int) number;
      default -> WHOLE.contains(target.simpleName()) || FRACTIONAL.contains(target.simpleName());
    };
  }
}
