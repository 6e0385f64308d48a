package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Elements;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.convert.Step;
import dev.shelftwin.convert.Units;
import dev.shelftwin.plan.Codes;
import dev.shelftwin.plan.Literal;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
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
  Optional<Conversion> between(TypeRef from, TypeRef to, Wish wish, boolean inward) {
    if (wish.unit().isPresent()) {
      ChronoUnit unit = wish.unit().get();
      return oneOrEach(
          from,
          to,
          (one, other) ->
              Units.between(one, other, unit, catalogue)
                  // Where both sides are times, nothing is counted.
                  .or(() -> catalogue.between(one, other).filter(Conversion::isNone)));
    }
    if (wish.codes().isPresent()) {
      Codes codes = wish.codes().get();
      usage.mark(codes);
      return oneOrEach(from, to, (one, other) -> table(one.present(), other.present(), codes));
    }
    Optional<Text> by = wish.by();
    if (by.isEmpty()) {
      return catalogue.between(from, to);
    }
    usage.mark(by.get());
    return own(from, to, by.get(), inward)
        .or(
            () ->
                Elements.between(
                    from.present(),
                    to.present(),
                    (one, other) -> own(one, other, by.get(), inward)));
  }

  /**
   * What a row says about how its field is converted.
   *
   * @param by the user's own conversion
   * @param unit what a number counts
   * @param codes what stands for the constants of an enumeration
   */
  record Wish(Optional<Text> by, Optional<ChronoUnit> unit, Optional<Codes> codes) {

    /** Nothing said. */
    static final Wish NONE = new Wish(Optional.empty(), Optional.empty(), Optional.empty());
  }

  /** Between the constants of an enumeration and the codes that the plan gives them. */
  private Optional<Conversion> table(TypeRef from, TypeRef to, Codes codes) {
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
    Form form =
        new Form.Table(
            constants,
            other,
            codes.byConstant(),
            missing,
            codes.otherwise().map(Text::value).filter(named::contains),
            outward);
    boolean mayRefuse = outward ? !missing.isEmpty() : codes.otherwise().isEmpty();
    return Optional.of(
        new Conversion(List.of(new Step("by its code", from, to, form, Set.of(), mayRefuse))));
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
    return kind && plain && literal(code, type).isPresent();
  }

  private Optional<Conversion> own(TypeRef from, TypeRef to, Text by, boolean inward) {
    if (!by.value().contains(".")) {
      return coded(from.present(), to.present(), by.value());
    }
    List<Callable> statics =
        methods(by.value()).filter(method -> takes(method, from) && gives(method, to)).toList();
    List<Callable> converters =
        find(by.value(), Shape::converters)
            .filter(method -> takes(method, from) && gives(method, to))
            .toList();
    return theOne(statics, inward)
        .map(method -> step(method, statically(method), from, to, inward))
        .or(
            () ->
                theOne(converters, inward)
                    .map(
                        method -> {
                          Form form = new Form.Own(method.owner(), method.name());
                          return step(method, form, from, to, inward);
                        }))
        .map(step -> new Conversion(List.of(step)));
  }

  /**
   * Of several methods between the same types the one whose name tells the direction: {@code to…}
   * leads outward and {@code from…} inward, as do the methods of an {@code AttributeConverter}
   * (Jakarta Persistence 3.2, §3.9).
   */
  private static Optional<Callable> theOne(List<Callable> methods, boolean inward) {
    return methods.size() < 2
        ? methods.stream().findFirst()
        : Optional.of(methods.stream().filter(method -> leads(method.name(), inward)).toList())
            .filter(named -> named.size() == 1)
            .map(named -> named.get(0));
  }

  private static boolean leads(String name, boolean inward) {
    return inward
        ? name.startsWith("from") || name.equals("convertToEntityAttribute")
        : name.startsWith("to") || name.equals("convertToDatabaseColumn");
  }

  /** Between a constant and something that it tells, such as a number. */
  private Optional<Conversion> coded(TypeRef from, TypeRef to, String code) {
    String name = "by its " + code;
    Optional<Access> out = code(from, code);
    if (out.isPresent()) {
      TypeRef type = out.get().type();
      Form form = new Form.Read(out.get());
      return catalogue.then(new Step(name, from, type, form, Set.of(), false), to);
    }
    return code(to, code)
        .flatMap(
            read ->
                catalogue.before(
                    from,
                    new Step(name, read.type(), to, new Form.Coded(to, read), Set.of(), true)));
  }

  private Optional<Access> code(TypeRef type, String code) {
    return shapes
        .find(type)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .flatMap(shape -> shape.field(code))
        .flatMap(Field::reader)
        .filter(reader -> reader.kind() == Access.Kind.METHOD);
  }

  /** From a key to the row that has it, or from keys to rows; empty where none leads there. */
  Optional<Conversion> toRow(TypeRef from, TypeRef to, Field key, String name) {
    return oneOrEach(from, to, (one, row) -> found(one.present(), row.present(), key, name));
  }

  private Optional<Conversion> found(TypeRef key, TypeRef row, Field field, String name) {
    Access read = Paths.innermost(field.reader().orElseThrow());
    return catalogue
        .between(key, read.type())
        .map(back -> new Form.Found(row, key, read, field.limits(), back))
        .map(form -> new Step("found by its " + name, key, row, form, Set.of(), true))
        .map(step -> new Conversion(List.of(step)));
  }

  /** From a row to its key, or from rows to keys; empty where none leads there. */
  Optional<Conversion> fromRow(TypeRef from, TypeRef to, Access key, String name) {
    return oneOrEach(
        from,
        to,
        (row, other) ->
            catalogue.then(
                new Step(
                    "its " + name, row.present(), key.type(), new Form.Read(key), Set.of(), false),
                other));
  }

  private static Optional<Conversion> oneOrEach(
      TypeRef from, TypeRef to, BiFunction<TypeRef, TypeRef, Optional<Conversion>> one) {
    TypeRef held = from.present();
    return Container.of(held).isPresent()
        ? Elements.between(held, to.present(), one)
        : one.apply(from, to);
  }

  /** What makes a value from parts of those names; the one that takes the most of them. */
  Optional<Callable> maker(TypeRef type, List<String> parts, String userPackage) {
    return shapes.find(Container.held(type)).stream()
        .flatMap(shape -> shape.makers().stream())
        .filter(maker -> !maker.parameters().isEmpty())
        .filter(maker -> maker.visibility().reaches(userPackage, maker.owner().packageName()))
        .max(Comparator.comparingInt(maker -> score(maker, parts)));
  }

  private static int score(Callable maker, List<String> parts) {
    List<String> names = maker.parameters().stream().map(Parameter::name).toList();
    int taken = (int) names.stream().filter(parts::contains).count();
    return 2 * taken - names.size();
  }

  /** The user's own method that makes one value of several; empty where there is none. */
  Optional<Callable> joiner(Text by, List<TypeRef> from, TypeRef to) {
    usage.mark(by);
    return methods(by.value())
        .filter(method -> method.visibility() != Visibility.PRIVATE && gives(method, to))
        .filter(method -> method.parameters().size() == from.size())
        .filter(
            method -> {
              List<TypeRef> taken = method.parameters().stream().map(Parameter::type).toList();
              for (int index = 0; index < from.size(); index++) {
                if (catalogue.between(from.get(index), taken.get(index)).isEmpty()) {
                  return false;
                }
              }
              return true;
            })
        .findFirst();
  }

  /** The user's own method of that name that takes a part out of a value; empty without one. */
  Optional<Conversion> part(Text by, String name, TypeRef from, TypeRef to, boolean inward) {
    usage.mark(by);
    return methods(by.value())
        .filter(method -> method.name().equals(name) && takes(method, from.present()))
        .findFirst()
        .flatMap(
            method ->
                catalogue.then(
                    step(method, statically(method), from, method.returns(), inward), to));
  }

  Conversion join(Callable maker, TypeRef to, List<Conversion> parts, boolean inward) {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    parts.forEach(part -> losses.addAll(part.losses()));
    Form form = new Form.Joined(maker, parts);
    return new Conversion(
        List.of(new Step(maker.toString(), to.present(), to.present(), form, losses, inward)));
  }

  /** The names of the parts that a value of a type keeps; none for the JDK's. */
  List<String> partsOf(TypeRef type) {
    return shapes.find(Container.held(type)).stream()
        .flatMap(Shape::storedFields)
        .map(Field::name)
        .toList();
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
    TypeRef source = TypeRef.lang(literal.getClass().getSimpleName());
    return literal instanceof String text
        ? catalogue.between(source, target).filter(way -> isRead(text, way))
        : catalogue.between(source, target).filter(Conversion::isNone);
  }

  /** The same where a literal stands for a missing value; empty where it does not fit. */
  Optional<Conversion> orElse(Conversion way, Literal literal, TypeRef to) {
    usage.mark(literal);
    return literal(literal.value(), to)
        .map(fit -> way.orElse(new Conversion.Substitute(literal.value(), fit, to)));
  }

  /** Whether the JDK's readers take a text; what the users' own types take is not known here. */
  private static boolean isRead(String text, Conversion way) {
    Object value = text;
    for (Step step : way.steps()) {
      if (!(step.form() instanceof Form.Written written)) {
        return true;
      }
      try {
        value = written.meaning().apply(value);
      } catch (RuntimeException refused) {
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
      default -> WHOLE.contains(target.simpleName()) || BROKEN.contains(target.simpleName());
    };
  }

  private Stream<Callable> methods(String by) {
    return find(by, Shape::statics);
  }

  /** The methods of a class, or those of one name. */
  private Stream<Callable> find(String by, Function<Shape, List<Callable>> methods) {
    Optional<Shape> whole = shapes.find(by);
    if (whole.isPresent()) {
      return methods.apply(whole.get()).stream();
    }
    int dot = by.lastIndexOf('.');
    return (dot < 0 ? Optional.<Shape>empty() : shapes.find(by.substring(0, dot)))
        .stream()
            .flatMap(shape -> methods.apply(shape).stream())
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

  private static Form statically(Callable method) {
    return new Form.Static(method.owner(), method.name());
  }

  private static Step step(Callable method, Form form, TypeRef from, TypeRef to, boolean inward) {
    return new Step("by " + method.label(), from.present(), to.present(), form, Set.of(), inward);
  }
}
