package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.convert.ElementConversions;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.convert.Units;
import dev.shelftwin.plan.Codes;
import dev.shelftwin.plan.CountedUnit;
import dev.shelftwin.plan.Literal;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the conversion of a field: the one that the plan names, otherwise a built-in one. */
final class ConversionResolver {

  private final Shapes shapes;
  private final Catalogue catalogue;
  private final CodeTables tables;
  private final UserMethods methods;

  ConversionResolver(Shapes shapes, Catalogue catalogue) {
    this.shapes = shapes;
    this.catalogue = catalogue;
    this.tables = new CodeTables(shapes, catalogue);
    this.methods = new UserMethods(shapes, catalogue);
  }

  /**
   * What a row says about the conversion of its field.
   *
   * @param by the user's own conversion
   * @param unit the unit that a number counts
   * @param format the pattern of a text that stands for a date or a time
   * @param codes the codes of an enumeration's constants
   */
  record ConversionWords(
      Optional<Text> by, Optional<CountedUnit> unit, Optional<Text> format, Optional<Codes> codes) {

    /** The row has no conversion. */
    static final ConversionWords NONE =
        new ConversionWords(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    boolean isEmpty() {
      return by.isEmpty() && unit.isEmpty() && format.isEmpty() && codes.isEmpty();
    }

    /** The word that decides about the conversion, in the order in which they are asked. */
    Stream<PlanWord> deciding() {
      return Stream.<Optional<? extends PlanWord>>of(unit, format, codes, by)
          .flatMap(Optional::stream)
          .<PlanWord>map(word -> word)
          .limit(1);
    }
  }

  /** The conversion from a source type to a target type; empty if there is none. */
  Optional<Conversion> between(TypeRef from, TypeRef to, ConversionWords words, boolean inward) {
    if (words.unit().isPresent()) {
      ChronoUnit unit = words.unit().get().unit();
      return ElementConversions.oneOrEach(
          from, to, (one, other) -> Units.between(one, other, unit, catalogue));
    }
    if (words.format().isPresent()) {
      String pattern = words.format().get().value();
      return ElementConversions.oneOrEach(
          from, to, (one, other) -> DateFormats.between(one, other, pattern, catalogue));
    }
    if (words.codes().isPresent()) {
      Codes codes = words.codes().get();
      return ElementConversions.oneOrEach(
          from, to, (one, other) -> tables.between(one.present(), other.present(), codes));
    }
    if (words.by().isEmpty()) {
      return catalogue.between(from, to);
    }
    Text by = words.by().get();
    return methods
        .between(from, to, by, inward)
        .or(
            () ->
                ElementConversions.between(
                    from.present(),
                    to.present(),
                    (one, other) -> methods.between(one, other, by, inward)));
  }

  /** The conversion of a key to the row that has it, or of keys to rows. */
  Optional<Conversion> toRow(TypeRef from, TypeRef to, Field key, String name) {
    return ElementConversions.oneOrEach(
        from, to, (one, row) -> findRow(one.present(), row.present(), key, name));
  }

  private Optional<Conversion> findRow(TypeRef key, TypeRef row, Field field, String name) {
    Access read = FieldPaths.innermost(field.reader().orElseThrow());
    return catalogue
        .between(key, read.type())
        .map(back -> new Operation.FindRow(row, key, read, field.limits(), back))
        .map(find -> new Step("found by its " + name, key, row, find, Set.of(), true))
        .map(Conversion::of);
  }

  /** The conversion of a row to its key, or of rows to keys. */
  Optional<Conversion> fromRow(TypeRef from, TypeRef to, Access key, String name) {
    return ElementConversions.oneOrEach(
        from,
        to,
        (row, other) -> {
          Operation read = new Operation.Read(key);
          Step step = new Step("its " + name, row.present(), key.type(), read, Set.of(), false);
          return catalogue.then(step, other);
        });
  }

  /**
   * How a value is made from parts.
   *
   * @param creator takes some of them
   * @param set the fields that are set to the others
   */
  record Assembly(Creator creator, List<Field> set) {

    /** The parts in order, whatever takes them. */
    List<Parameter> parameters() {
      return Stream.concat(
              creator.parameters().stream(),
              set.stream()
                  .map(field -> new Parameter(field.name(), field.writer().orElseThrow().type())))
          .toList();
    }

    private int score(List<String> parts) {
      List<String> names = parameters().stream().map(Parameter::name).toList();
      int taken = (int) names.stream().filter(parts::contains).count();
      return 2 * taken - names.size();
    }
  }

  /** How a value is made from most of the named parts; a creator is preferred to setters. */
  Optional<Assembly> assembly(TypeRef type, List<String> parts, String userPackage) {
    return shapes.find(Container.held(type)).stream()
        .flatMap(
            shape ->
                shape.creators().stream()
                    .filter(
                        creator ->
                            creator
                                .visibility()
                                .reaches(userPackage, creator.owner().packageName()))
                    .map(creator -> new Assembly(creator, set(shape, creator, parts, userPackage))))
        .filter(assembly -> !assembly.parameters().isEmpty())
        .max(
            Comparator.<Assembly>comparingInt(assembly -> assembly.score(parts))
                .thenComparingInt(assembly -> -assembly.set().size()));
  }

  private static List<Field> set(
      Shape shape, Creator creator, List<String> parts, String userPackage) {
    return parts.stream()
        .filter(part -> creator.parameters().stream().noneMatch(one -> one.name().equals(part)))
        .flatMap(part -> shape.field(part).stream())
        .filter(
            field ->
                field
                    .writer()
                    .filter(
                        writer ->
                            writer.visibility().reaches(userPackage, shape.type().packageName()))
                    .isPresent())
        .toList();
  }

  /** The user's method that creates one value from several. */
  Optional<Creator> joiner(Text by, List<TypeRef> from, TypeRef to) {
    return methods.joiner(by, from, to);
  }

  /** The user's method that takes a part out of a value. */
  Optional<Conversion> part(Text by, String name, TypeRef from, TypeRef to, boolean inward) {
    return methods.part(by, name, from, to, inward);
  }

  /** The conversion of several values to one. */
  Conversion join(Assembly assembly, TypeRef to, List<Conversion> parts, boolean inward) {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    parts.forEach(part -> losses.addAll(part.losses()));
    TypeRef type = to.present();
    Operation join = new Operation.Join(assembly.creator(), assembly.set(), parts);
    String label =
        assembly.parameters().stream()
            .map(Parameter::name)
            .collect(Collectors.joining(", ", assembly.creator().label() + "(", ")"));
    return Conversion.of(new Step(label, type, type, join, losses, inward));
  }

  /** The names of the stored fields of a value; empty for types of the JDK. */
  List<String> partsOf(TypeRef type) {
    return shapes.find(Container.held(type)).stream()
        .flatMap(Shape::storedFields)
        .map(Field::name)
        .toList();
  }

  /** The conversion of a constant in the plan; empty if it does not fit the type. */
  Optional<Conversion> constant(Object literal, TypeRef to) {
    return tables.constant(literal, to);
  }

  /** A conversion with a replacement for missing values; empty if the replacement does not fit. */
  Optional<Conversion> orElse(Conversion conversion, Literal literal, TypeRef to) {
    return constant(literal.value(), to)
        .map(fit -> conversion.orElse(new Conversion.Substitute(literal.value(), fit, to)));
  }
}
