package dev.shelftwin.draft;

import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.convert.Units;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
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

  /** The path of a further parameter of a mapper. */
  private static final String PASSED = "(passed)";

  private final Shapes shapes;
  private final FieldSimilarity similarity;
  private final CopiedFields fields;
  private final Map<String, List<CopiedValue>> copies = new HashMap<>();

  CopiedFlows(Shapes shapes, Ledger ledger) {
    this.shapes = shapes;
    this.fields = new CopiedFields(shapes, ledger);
    this.similarity = new FieldSimilarity(shapes);
  }

  /** The flows of all mappers that a plan names, by concept and hop. */
  List<ObservedMapper> of(Ledger ledger) {
    List<String> classes =
        ledger.concepts().stream()
            .flatMap(concept -> concept.concept().existing().stream())
            .map(ExistingMapper::binaryNames)
            .flatMap(List::stream)
            .flatMap(this::withSupertypes)
            .distinct()
            .toList();
    List<ObservedMapper> mappers = new ArrayList<>();
    for (ConceptLedger concept : ledger.concepts()) {
      for (HopLedger hop : concept.hops()) {
        for (String type : classes) {
          mappers.addAll(of(concept, hop, type));
        }
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

  private List<ObservedMapper> of(ConceptLedger concept, HopLedger hop, String type) {
    Shape from = hop.hop().from().shape();
    Shape to = hop.hop().to().shape();
    String id = hop.hop().id().toString();
    List<Copy> found =
        copies.computeIfAbsent(type, shapes::copies).stream()
            .flatMap(value -> copy(value, from, to).stream())
            .distinct()
            .toList();
    Stream<Copy> copied =
        found.stream().filter(copy -> found.stream().noneMatch(copy::contradicts));
    return Stream.concat(copied, ofMethod(concept, hop, type, found))
        .map(
            copy ->
                new ObservedMapper(
                    concept.name(),
                    id,
                    type + "." + copy.method(),
                    0,
                    List.of(copy.flow()),
                    List.of()))
        .toList();
  }

  /** The fields that a mapper of a hop always gives the same value, or one of its parameters. */
  private Stream<Copy> ofMethod(
      ConceptLedger concept, HopLedger hop, String type, List<Copy> copied) {
    List<Copy> found =
        copies.getOrDefault(type, List.of()).stream()
            .filter(value -> value.reads().isEmpty())
            .filter(value -> isOnlyOf(concept, hop, type, value.method()))
            .flatMap(value -> ofMethod(value, hop.hop()).stream())
            .distinct()
            .toList();
    return found.stream()
        .filter(
            one ->
                Stream.concat(found.stream(), copied.stream())
                    .filter(other -> other.method().equals(one.method()))
                    .filter(other -> other.target().equals(one.target()))
                    .allMatch(one::equals));
  }

  /** Whether a method maps this hop and no other one of the concept. */
  private static boolean isOnlyOf(
      ConceptLedger concept, HopLedger hop, String type, String method) {
    String name = type + "." + (method.equals(Creator.CONSTRUCTOR) ? "new" : method);
    List<HopLedger> mapped =
        concept.hops().stream()
            .filter(
                one ->
                    concept
                        .concept()
                        .existing(one.hop().from().use(), one.hop().to().use())
                        .stream()
                        .flatMap(mapper -> mapper.methods().stream())
                        .map(text -> text.value().replaceAll("\\(.*", ""))
                        .anyMatch(name::equals))
            .toList();
    return mapped.equals(List.of(hop));
  }

  private Optional<Copy> ofMethod(CopiedValue value, Hop hop) {
    Set<TypeRef> mapped = MappingMethods.abstractions(hop.from().shape());
    return fields
        .written(value, hop.to().shape())
        .filter(target -> !mapped.contains(Container.held(target.field().type()).erased()))
        .map(
            target ->
                new Copy(
                    value.isParameter() ? PASSED : "",
                    target.path(),
                    Optional.empty(),
                    value.constant(),
                    value.method()));
  }

  private Optional<Copy> copy(CopiedValue value, Shape from, Shape to) {
    Optional<CopiedFields.Found> read =
        value.reads().isEmpty() ? Optional.empty() : fields.read(value.reads(), from);
    Optional<CopiedFields.Found> written = fields.written(value, to);
    return read.isEmpty() || written.isEmpty()
        ? Optional.empty()
        : copy(
            value,
            fields.whole(read.get(), written.get().field().type()),
            fields.whole(written.get(), read.get().field().type()));
  }

  private Optional<Copy> copy(
      CopiedValue value, CopiedFields.Found source, CopiedFields.Found target) {
    Optional<ChronoUnit> unit = unit(value.calls(), source.field(), target.field());
    boolean each = source.path().contains(CopiedFields.EACH);
    TypeRef taken = target.field().type().present();
    if (each && Container.of(taken).filter(kind -> kind != Container.MAP).isEmpty()) {
      return Optional.empty();
    }
    Optional<String> how =
        unit.map(Units::label)
            .or(() -> value.pattern().filter(DateFormats::isPattern).map(DateFormats::label));
    boolean fit =
        how.isPresent()
            || similarity.fit(source.field().type(), each ? Container.element(taken) : taken);
    String into = target.path() + (each ? CopiedFields.EACH : "");
    return Optional.of(new Copy(source.path(), into, how, Optional.empty(), value.method()))
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
   * A value that is copied from one field to another; a constant has no source.
   *
   * @param how the label of the conversion that the code names
   */
  private record Copy(
      String source,
      String target,
      Optional<String> how,
      Optional<String> constant,
      String method) {

    boolean contradicts(Copy other) {
      return source.equals(other.source) != target.equals(other.target);
    }

    Flow flow() {
      boolean given = constant.isPresent() || source.equals(PASSED);
      Account carried = how.isPresent() ? Account.CONVERTED : Account.CARRIED;
      return new Flow(
          Optional.of(target),
          constant.isPresent() ? List.of() : List.of(source),
          given ? Account.GIVEN : carried,
          constant.or(() -> how),
          Optional.empty(),
          List.of());
    }
  }
}
