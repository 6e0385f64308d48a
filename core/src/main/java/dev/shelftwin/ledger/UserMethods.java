package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The users' own conversions, as the plan word {@code by} names them. */
final class UserMethods {

  private final Shapes shapes;
  private final Catalogue catalogue;

  UserMethods(Shapes shapes, Catalogue catalogue) {
    this.shapes = shapes;
    this.catalogue = catalogue;
  }

  /** The conversion by a class, a method, or a property of an enumeration. */
  Optional<Conversion> between(TypeRef from, TypeRef to, Text by, boolean inward) {
    if (!by.value().contains(".")) {
      return byCode(from.present(), to.present(), by.value());
    }
    List<Creator> statics = fitting(find(by.value(), Shape::statics), from, to);
    List<Creator> converters = fitting(find(by.value(), Shape::converters), from, to);
    return select(statics, inward)
        .map(method -> step(method, callStatic(method), from, to, inward))
        .or(
            () ->
                select(converters, inward)
                    .map(
                        method -> {
                          Operation call =
                              new Operation.CallConverter(method.owner(), method.name());
                          return step(method, call, from, to, inward);
                        }))
        .map(Conversion::of);
  }

  private static List<Creator> fitting(Stream<Creator> methods, TypeRef from, TypeRef to) {
    return methods.filter(method -> takes(method, from) && returns(method, to)).toList();
  }

  /**
   * Of several methods between the same types the one whose name says the direction: {@code to…}
   * leads outward and {@code from…} inward, as do the methods of an {@code AttributeConverter}
   * (Jakarta Persistence 3.2, §3.9).
   */
  private static Optional<Creator> select(List<Creator> methods, boolean inward) {
    return methods.size() < 2
        ? methods.stream().findFirst()
        : Optional.of(
                methods.stream().filter(method -> hasDirection(method.name(), inward)).toList())
            .filter(named -> named.size() == 1)
            .map(named -> named.get(0));
  }

  private static boolean hasDirection(String name, boolean inward) {
    return inward
        ? name.startsWith("from") || name.equals("convertToEntityAttribute")
        : name.startsWith("to") || name.equals("convertToDatabaseColumn");
  }

  /** Between a constant and a property of it, such as a number. */
  private Optional<Conversion> byCode(TypeRef from, TypeRef to, String code) {
    String label = "by its " + code;
    Optional<Access> out = code(from, code);
    if (out.isPresent()) {
      Operation read = new Operation.Read(out.get());
      return catalogue.then(new Step(label, from, out.get().type(), read, Set.of(), false), to);
    }
    return code(to, code)
        .flatMap(
            read -> {
              Operation find = new Operation.ConstantByCode(to, read);
              Step step = new Step(label, read.type(), to, find, Set.of(), true);
              return catalogue.before(from, step);
            });
  }

  private Optional<Access> code(TypeRef type, String code) {
    return shapes
        .find(type)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .flatMap(shape -> shape.field(code))
        .flatMap(Field::reader)
        .filter(reader -> reader.kind() == Access.Kind.METHOD);
  }

  /** The method that creates one value from several. */
  Optional<Creator> joiner(Text by, List<TypeRef> from, TypeRef to) {
    return find(by.value(), Shape::statics)
        .filter(method -> method.visibility() != Visibility.PRIVATE && returns(method, to))
        .filter(method -> method.parameters().size() == from.size())
        .filter(
            method ->
                IntStream.range(0, from.size())
                    .allMatch(
                        index ->
                            catalogue
                                .between(from.get(index), method.parameters().get(index).type())
                                .isPresent()))
        .findFirst();
  }

  /** The method of that name that takes a part out of a value. */
  Optional<Conversion> part(Text by, String name, TypeRef from, TypeRef to, boolean inward) {
    return find(by.value(), Shape::statics)
        .filter(method -> method.name().equals(name) && takes(method, from.present()))
        .findFirst()
        .flatMap(
            method ->
                catalogue.then(
                    step(method, callStatic(method), from, method.returns(), inward), to));
  }

  /** The methods of a class, or those of one name. */
  private Stream<Creator> find(String by, Function<Shape, List<Creator>> methods) {
    Optional<Shape> whole = shapes.find(by);
    if (whole.isPresent()) {
      return methods.apply(whole.get()).stream();
    }
    int dot = by.lastIndexOf('.');
    Optional<Shape> owner = dot < 0 ? Optional.empty() : shapes.find(by.substring(0, dot));
    return owner.stream()
        .flatMap(shape -> methods.apply(shape).stream())
        .filter(method -> method.name().equals(by.substring(dot + 1)));
  }

  private static boolean takes(Creator method, TypeRef from) {
    return method.visibility() != Visibility.PRIVATE
        && method.parameters().size() == 1
        && isSame(method.parameters().get(0).type(), from);
  }

  private static boolean returns(Creator method, TypeRef to) {
    return isSame(method.returns(), to);
  }

  private static boolean isSame(TypeRef one, TypeRef other) {
    return one.boxed().equals(other.present().boxed());
  }

  private static Operation callStatic(Creator method) {
    return new Operation.CallStatic(method.owner(), method.name());
  }

  private static Step step(
      Creator method, Operation operation, TypeRef from, TypeRef to, boolean inward) {
    String label = "by " + method.label();
    return new Step(label, from.present(), to.present(), operation, Set.of(), inward);
  }
}
