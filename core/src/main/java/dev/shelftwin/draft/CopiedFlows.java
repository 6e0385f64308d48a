package dev.shelftwin.draft;

import dev.shelftwin.convert.Units;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The flows between the fields of two types that the code of existing mappers shows without being
 * run: values that it reads from one type and hands to the other.
 */
final class CopiedFlows {

  /** The units in which methods of the JDK count a time, by their names. */
  private static final Map<String, ChronoUnit> UNITS =
      Map.ofEntries(
          Map.entry("getTime", ChronoUnit.MILLIS),
          Map.entry("getTimeInMillis", ChronoUnit.MILLIS),
          Map.entry("toEpochMilli", ChronoUnit.MILLIS),
          Map.entry("ofEpochMilli", ChronoUnit.MILLIS),
          Map.entry("toMillis", ChronoUnit.MILLIS),
          Map.entry("ofMillis", ChronoUnit.MILLIS),
          Map.entry("getEpochSecond", ChronoUnit.SECONDS),
          Map.entry("ofEpochSecond", ChronoUnit.SECONDS),
          Map.entry("toSeconds", ChronoUnit.SECONDS),
          Map.entry("ofSeconds", ChronoUnit.SECONDS),
          Map.entry("toMinutes", ChronoUnit.MINUTES),
          Map.entry("ofMinutes", ChronoUnit.MINUTES),
          Map.entry("toHours", ChronoUnit.HOURS),
          Map.entry("ofHours", ChronoUnit.HOURS),
          Map.entry("toDays", ChronoUnit.DAYS),
          Map.entry("ofDays", ChronoUnit.DAYS));

  /** Types whose constructor counts the time as {@code getTime} does. */
  private static final Set<String> DATES = Set.of("java.util.Date", "java.sql.Timestamp");

  /** Stands in a path for every element. */
  private static final String EACH = "[]";

  private final Shapes shapes;
  private final FieldSimilarity similarity;
  private final Map<String, List<CopiedValue>> copies = new HashMap<>();

  /**
   * Types that belong to a concept. A field that holds such an object is mapped as a whole, so the
   * fields of that object are not paired one by one.
   */
  private final Set<TypeRef> mapped;

  CopiedFlows(Shapes shapes, Ledger ledger) {
    this.shapes = shapes;
    this.mapped =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .map(shape -> shape.shape().type().erased())
            .collect(Collectors.toSet());
    this.similarity = new FieldSimilarity(shapes);
  }

  /** Those of the mappers of a concept, by hop. */
  List<ObservedMapper> of(ConceptLedger concept) {
    List<String> classes =
        concept.concept().existing().stream()
            .map(ExistingMapper::methods)
            .flatMap(List::stream)
            .map(method -> method.value().replaceAll("\\(.*", ""))
            .map(method -> method.substring(0, Math.max(0, method.lastIndexOf('.'))))
            .flatMap(this::withSupertypes)
            .distinct()
            .toList();
    List<ObservedMapper> mappers = new ArrayList<>();
    for (HopLedger hop : concept.hops()) {
      for (String type : classes) {
        mappers.addAll(of(concept.name(), hop, type));
      }
    }
    return mappers;
  }

  /** A class may inherit the methods that map. */
  private Stream<String> withSupertypes(String type) {
    return Stream.concat(
        Stream.of(type),
        shapes.find(type.replace('$', '.')).stream()
            .flatMap(shape -> shape.supertypes().stream())
            .map(TypeRef::binaryName));
  }

  private List<ObservedMapper> of(String concept, HopLedger hop, String type) {
    Shape from = hop.hop().from().shape();
    Shape to = hop.hop().to().shape();
    String id = hop.hop().id().toString();
    List<Copy> found =
        copies.computeIfAbsent(type, shapes::copies).stream()
            .flatMap(value -> copy(value, from, to).stream())
            .distinct()
            .toList();
    return found.stream()
        .filter(copy -> found.stream().noneMatch(copy::contradicts))
        .map(
            copy ->
                new ObservedMapper(
                    concept, id, type + "." + copy.method(), 0, List.of(copy.flow()), List.of()))
        .toList();
  }

  private Optional<Copy> copy(CopiedValue value, Shape from, Shape to) {
    Optional<Found> source = read(value.reads(), from, true);
    Optional<Found> target = written(value, to, true);
    if (source.isEmpty() || target.isEmpty()) {
      return Optional.empty();
    }
    Optional<ChronoUnit> unit = unit(value.calls(), source.get().field(), target.get().field());
    boolean each = source.get().path().contains(EACH);
    TypeRef taken = target.get().field().type().present();
    if (each && Container.of(taken).filter(kind -> kind != Container.MAP).isEmpty()) {
      return Optional.empty();
    }
    boolean fit =
        unit.isPresent()
            || similarity.fit(source.get().field().type(), each ? Container.element(taken) : taken);
    String into = target.get().path() + (each ? EACH : "");
    return Optional.of(new Copy(source.get().path(), into, unit, value.method()))
        .filter(copy -> fit);
  }

  private static Optional<ChronoUnit> unit(List<String> calls, Field source, Field target) {
    boolean counted = source.type().boxed().isLang("Long");
    if (counted && calls.contains("new") && DATES.contains(target.type().qualifiedName())) {
      return Optional.of(ChronoUnit.MILLIS);
    }
    return calls.stream().flatMap(call -> Stream.ofNullable(UNITS.get(call))).findFirst();
  }

  /**
   * A field.
   *
   * @param path with the fields that it is nested in
   */
  private record Found(String path, Field field) {

    Found in(String outer) {
      return new Found(outer + "." + path, field);
    }
  }

  /** A value that is copied from one field to another. */
  private record Copy(String source, String target, Optional<ChronoUnit> unit, String method) {

    boolean contradicts(Copy other) {
      return source.equals(other.source) != target.equals(other.target);
    }

    Flow flow() {
      return new Flow(
          Optional.of(target),
          List.of(source),
          unit.isPresent() ? Account.CONVERTED : Account.CARRIED,
          unit.map(Units::label),
          Optional.empty(),
          List.of());
    }
  }

  /** The field of a type that is read; if another type is read, that of its only field of it. */
  private Optional<Found> read(List<CopiedValue.Read> reads, Shape shape, boolean nested) {
    for (int first = 0; first < reads.size(); first++) {
      if (isOf(reads.get(first).owner(), shape)) {
        return readFrom(reads.subList(first, reads.size()), shape);
      }
    }
    return nested
        ? holder(shape, reads.get(0).owner())
            .flatMap(outer -> in(outer, inner -> read(reads, inner, false)))
        : Optional.empty();
  }

  private Optional<Found> readFrom(List<CopiedValue.Read> reads, Shape shape) {
    String member = reads.get(0).member();
    Optional<Found> found =
        shape.fields().stream()
            .filter(field -> isRead(field, member))
            .findFirst()
            .map(field -> new Found(field.name(), field));
    if (reads.size() == 1) {
      return found;
    }
    return found.flatMap(
        outer ->
            in(outer.field(), inner -> readFrom(reads.subList(1, reads.size()), inner))
                .or(() -> Optional.of(outer)));
  }

  private static boolean isRead(Field field, String member) {
    return field.reader().filter(access -> access.name().equals(member)).isPresent()
        || (field.stored() && field.member().equals(member));
  }

  /** The field of a type that takes a value; if another type takes it, that of its only field. */
  private Optional<Found> written(CopiedValue value, Shape shape, boolean nested) {
    Optional<Found> found =
        (isOf(value.target(), shape) ? byMember(value, shape) : byBuilder(value, shape))
            .map(field -> new Found(field.name(), field));
    return nested
        ? found.or(
            () ->
                holder(shape, value.target())
                    .flatMap(outer -> in(outer, inner -> written(value, inner, false))))
        : found;
  }

  private static Optional<Field> byMember(CopiedValue value, Shape shape) {
    if (value.member().equals(Creator.CONSTRUCTOR)) {
      return shape.constructors().stream()
          .filter(creator -> creator.parameters().size() == value.parameters())
          .map(creator -> creator.parameters().get(value.position()).name())
          .flatMap(name -> shape.field(name).stream())
          .findFirst();
    }
    return shape.fields().stream()
        .filter(
            field ->
                field.writer().filter(access -> access.name().equals(value.member())).isPresent()
                    || field.member().equals(value.member()))
        .filter(field -> value.parameters() == 1 && field.stored())
        .findFirst();
  }

  private static Optional<Field> byBuilder(CopiedValue value, Shape shape) {
    return shape.creators().stream()
        .flatMap(creator -> creator.builder().stream())
        .filter(builder -> builder.type().erased().equals(value.target()))
        .flatMap(builder -> builder.steps().entrySet().stream())
        .filter(step -> step.getValue().equals(value.member()) && value.parameters() == 1)
        .flatMap(step -> shape.field(step.getKey()).stream())
        .findFirst();
  }

  private static boolean isOf(TypeRef owner, Shape shape) {
    return owner.equals(shape.type().erased()) || shape.supertypes().contains(owner);
  }

  /** The only field that holds objects of a type. */
  private Optional<Field> holder(Shape shape, TypeRef held) {
    List<Field> holding =
        shape
            .storedFields()
            .filter(field -> field.type().present().erased().equals(held))
            .filter(field -> !mapped.contains(held))
            .toList();
    return holding.size() == 1 ? Optional.of(holding.get(0)) : Optional.empty();
  }

  private Optional<Found> in(Field outer, Function<Shape, Optional<Found>> search) {
    TypeRef type = outer.type().present();
    boolean each = Container.of(type).filter(kind -> kind != Container.MAP).isPresent();
    return shapes
        .find(each ? Container.element(type) : type)
        .flatMap(search)
        .map(found -> found.in(outer.name() + (each ? EACH : "")));
  }
}
