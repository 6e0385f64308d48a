package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Finds the conversion of one field: the user's own where the plan names it, else the catalogue's.
 */
final class Conversions {

  private static final Set<String> WHOLE = Set.of("Byte", "Short", "Integer", "Long");
  private static final Set<String> BROKEN = Set.of("Float", "Double");

  private final Shapes shapes;
  private final Catalogue catalogue;
  private final Accountant.Usage usage;

  Conversions(Shapes shapes, Catalogue catalogue, Accountant.Usage usage) {
    this.shapes = shapes;
    this.catalogue = catalogue;
    this.usage = usage;
  }

  /**
   * The conversion from a source to where it is handed to the target; empty where none leads there.
   */
  Optional<Conversion> between(TypeRef from, TypeRef to, Optional<Text> by, boolean inward) {
    if (by.isEmpty()) {
      return catalogue.between(from, to);
    }
    usage.mark(by.get());
    return methods(by.get().value())
        .filter(method -> takes(method, from) && gives(method, to))
        .findFirst()
        .map(method -> new Conversion(List.of(step(method, from, to, inward))));
  }

  /** The conversion of a literal; empty where it does not fit the type. */
  Optional<Conversion> literal(Object literal, TypeRef to) {
    TypeRef target = to.present().boxed();
    if (literal instanceof Long number) {
      return fits(number, target) ? Optional.of(Conversion.NONE) : Optional.empty();
    }
    if (literal instanceof Double && BROKEN.contains(target.simpleName())) {
      return Optional.of(Conversion.NONE);
    }
    if (literal instanceof String text && isEnum(target)) {
      return shapes
          .find(target)
          .filter(shape -> shape.constants().contains(text))
          .flatMap(shape -> catalogue.between(TypeRef.lang("String"), target));
    }
    return catalogue.between(TypeRef.lang(literal.getClass().getSimpleName()), target);
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
      default -> WHOLE.contains(target.simpleName()) || BROKEN.contains(target.simpleName());
    };
  }

  private Stream<Callable> methods(String by) {
    Optional<Shape> whole = shapes.find(by);
    if (whole.isPresent()) {
      return whole.get().statics().stream();
    }
    int dot = by.lastIndexOf('.');
    return (dot < 0 ? Optional.<Shape>empty() : shapes.find(by.substring(0, dot)))
        .stream()
            .flatMap(shape -> shape.statics().stream())
            .filter(method -> method.name().equals(by.substring(dot + 1)));
  }

  private static boolean takes(Callable method, TypeRef from) {
    return method.visibility() != Visibility.PRIVATE
        && method.parameters().size() == 1
        && same(method.parameters().get(0).type(), from);
  }

  private static boolean gives(Callable method, TypeRef to) {
    return same(method.returns(), to);
  }

  private static boolean same(TypeRef one, TypeRef other) {
    return one.boxed().equals(other.present().boxed());
  }

  private static Step step(Callable method, TypeRef from, TypeRef to, boolean inward) {
    Form form = new Form.Static(method.owner(), method.name());
    return new Step("by " + method.label(), from.present(), to.present(), form, Set.of(), inward);
  }
}
