package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Everything that one field touches.
 *
 * @param concept the name of the concept
 * @param field the field's name in the hub, or outside if only a type there has it
 * @param stops the field in each type that has it, or that leaves it out for a reason; the hub
 *     first
 * @param mappers the lines of generated mappers that read or write it
 * @param existing the methods of existing mappers on its hops
 * @param code the lines of the users' own code that use it, as {@code file:line text}
 * @param rows what the plan says about it
 * @param samples the methods that make samples of its types
 * @param findings those at its fields
 */
public record FieldImpact(
    String concept,
    String field,
    List<Stop> stops,
    List<MapperLine> mappers,
    List<String> existing,
    List<String> code,
    List<PlanRow> rows,
    List<String> samples,
    List<Finding> findings) {

  public FieldImpact {
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(field, "field");
    stops = List.copyOf(stops);
    mappers = List.copyOf(mappers);
    existing = List.copyOf(existing);
    code = List.copyOf(code);
    rows = List.copyOf(rows);
    samples = List.copyOf(samples);
    findings = List.copyOf(findings);
  }

  /** The same with the lines of the users' own code. */
  public FieldImpact withCode(List<String> lines) {
    return new FieldImpact(
        concept, field, stops, mappers, existing, lines, rows, samples, findings);
  }

  /** The names of the field by the types that have it. */
  public Map<String, Set<String>> names() {
    return stops.stream()
        .filter(stop -> !stop.field().isEmpty())
        .collect(
            Collectors.groupingBy(
                Stop::shape, Collectors.mapping(Stop::field, Collectors.toSet())));
  }

  /**
   * The field in one type.
   *
   * @param end the column's or property's name; empty in the domain
   * @param facts what the declaration says: presence, limits, roles
   * @param out how the value comes here from the hub; empty for the hub
   * @param in how it goes from here to the hub; empty for the hub
   * @param at where it is declared
   */
  public record Stop(
      String layer,
      String shape,
      String field,
      String type,
      String end,
      List<String> facts,
      Optional<Page.Step> out,
      Optional<Page.Step> in,
      Place at) {
    public Stop {
      facts = List.copyOf(facts);
    }

    private Stop and(Stop other) {
      return new Stop(
          layer, shape, field, type, end, facts, out.or(other::out), in.or(other::in), at);
    }
  }

  /** A line of a generated mapper, counted from 1. */
  public record MapperLine(String mapper, String method, int line, String text) {}

  /** A row of the plan with what it accepts, as {@code rule: reason}. */
  public record PlanRow(Place at, List<String> accepts) {
    public PlanRow {
      accepts = List.copyOf(accepts);
    }
  }

  /**
   * What a field touches.
   *
   * @param name {@code Concept.field} or {@code Type.field}
   * @throws InputException if there is no such field
   */
  public static FieldImpact of(
      String name, Ledger ledger, List<Finding> findings, Generated generated) {
    Place asked = Place.in(name);
    int dot = name.indexOf('.');
    if (dot <= 0 || dot == name.length() - 1) {
      throw new InputException(asked, "this names no field", "write it like Firing.remarks");
    }
    String owner = name.substring(0, dot);
    String field = name.substring(dot + 1);
    List<ConceptLedger> concepts =
        ledger.concepts().stream().filter(one -> isOf(one, owner)).toList();
    if (concepts.isEmpty()) {
      List<String> known = ledger.concepts().stream().map(ConceptLedger::name).toList();
      throw new InputException(
          asked, "the plan has no concept or type " + owner, Nearest.remedy(owner, known));
    }
    for (ConceptLedger concept : concepts) {
      for (Journey journey : Journey.of(concept)) {
        if (isAbout(concept, journey, owner, field)) {
          return of(concept, journey, ledger.plan(), findings, generated);
        }
      }
    }
    List<String> known = names(concepts.get(0), owner);
    throw new InputException(asked, owner + " has no field " + field, Nearest.remedy(field, known));
  }

  private static boolean isOf(ConceptLedger concept, String owner) {
    return concept.name().equals(owner)
        || concept.shapes().anyMatch(shape -> shape.use().isNamed(owner));
  }

  private static List<String> names(ConceptLedger concept, String owner) {
    Stream<ResolvedShape> shapes =
        concept.name().equals(owner)
            ? Stream.of(concept.hub())
            : concept.shapes().filter(shape -> shape.use().isNamed(owner));
    return shapes.flatMap(shape -> shape.shape().fields().stream()).map(Field::name).toList();
  }

  private static boolean isAbout(
      ConceptLedger concept, Journey journey, String owner, String field) {
    boolean ofHub = concept.name().equals(owner) || concept.hub().use().isNamed(owner);
    return (ofHub && journey.hub().filter(one -> one.name().equals(field)).isPresent())
        || journey.stops().entrySet().stream()
            .filter(stop -> concept.name().equals(owner) || stop.getKey().use().isNamed(owner))
            .flatMap(stop -> stop.getValue().fields().stream())
            .anyMatch(one -> one.name().equals(field));
  }

  /** What the field of a journey touches. */
  static FieldImpact of(
      ConceptLedger concept,
      Journey journey,
      Plan plan,
      List<Finding> findings,
      Generated generated) {
    List<Stop> stops = new ArrayList<>();
    journey.hub().ifPresent(field -> stops.add(stop(concept, concept.hub(), field, null)));
    add(concept, journey, stops);
    String whole = journey.hub().map(Field::name).orElse("");
    Journey.of(concept).stream()
        .filter(one -> one.hub().filter(part -> part.name().startsWith(whole + ".")).isPresent())
        .filter(part -> !whole.isEmpty())
        .forEach(part -> add(concept, part, stops));
    Set<Row> rows = new LinkedHashSet<>();
    Stream.of(journey.stops().values().stream())
        .flatMap(all -> all)
        .flatMap(stop -> Stream.concat(stop.out().stream(), stop.in().stream()))
        .flatMap(mapping -> mapping.row().stream())
        .forEach(rows::add);
    String field =
        journey.hub().map(Field::name).orElseGet(() -> stops.isEmpty() ? "" : stops.get(0).field());
    return new FieldImpact(
        concept.name(),
        field,
        stops,
        MapperLines.of(concept, journey, generated),
        existing(concept, journey),
        List.of(),
        rows.stream().map(FieldImpact::row).toList(),
        samples(plan, journey),
        findings.stream().filter(one -> isAt(one, concept, stops)).toList());
  }

  /** Adds the field in each type; where parts of it say more of a field, that is added to it. */
  private static void add(ConceptLedger concept, Journey journey, List<Stop> stops) {
    journey
        .stops()
        .forEach(
            (shape, stop) -> {
              if (stop.fields().isEmpty()) {
                stops.add(without(shape, stop));
              }
              for (Field field : stop.fields()) {
                Stop added = stop(concept, shape, field, stop);
                int known = indexOf(stops, added);
                if (known < 0) {
                  stops.add(added);
                } else {
                  stops.set(known, stops.get(known).and(added));
                }
              }
            });
  }

  private static int indexOf(List<Stop> stops, Stop stop) {
    for (int index = 0; index < stops.size(); index++) {
      Stop one = stops.get(index);
      if (one.shape().equals(stop.shape()) && one.field().equals(stop.field())) {
        return index;
      }
    }
    return -1;
  }

  private static boolean isAt(Finding finding, ConceptLedger concept, List<Stop> stops) {
    return finding.concept().equals(concept.name())
        && finding
            .field()
            .filter(
                id ->
                    stops.stream()
                        .anyMatch(stop -> id.toString().equals(stop.shape() + "." + stop.field())))
            .isPresent();
  }

  private static PlanRow row(Row row) {
    return new PlanRow(
        row.at(),
        row.accept().entrySet().stream()
            .map(entry -> entry.getKey().key() + ": " + entry.getValue().because().value())
            .sorted()
            .toList());
  }

  private static List<String> existing(ConceptLedger concept, Journey journey) {
    return concept.hops().stream()
        .filter(hop -> journey.stops().containsKey(hop.hop().outer()))
        .flatMap(
            hop ->
                concept.concept().existing(hop.hop().from().use(), hop.hop().to().use()).stream())
        .flatMap(mapper -> mapper.methods().stream())
        .map(Text::value)
        .distinct()
        .toList();
  }

  private static List<String> samples(Plan plan, Journey journey) {
    Stream<Field> fields =
        Stream.concat(
            journey.hub().stream(),
            journey.stops().values().stream().flatMap(stop -> stop.fields().stream()));
    return fields
        .map(field -> field.type().present())
        .flatMap(
            type ->
                Stream.of(type.simpleName(), type.qualifiedName())
                    .flatMap(one -> Optional.ofNullable(plan.samples().get(one)).stream()))
        .map(Text::value)
        .distinct()
        .toList();
  }

  private static Stop without(ResolvedShape shape, Journey.Stop stop) {
    return new Stop(
        shape.layer().name(),
        shape.label(),
        "",
        "",
        "",
        List.of(),
        stop.out().map(Page::step),
        stop.in().map(Page::step),
        shape.shape().place());
  }

  private static Stop stop(
      ConceptLedger concept, ResolvedShape shape, Field field, Journey.@Nullable Stop stop) {
    return new Stop(
        shape.layer().name(),
        shape.label(),
        field.name(),
        field.type().toString(),
        end(shape, field),
        Page.facts(concept, shape, field),
        Optional.ofNullable(stop).flatMap(Journey.Stop::out).map(Page::step),
        Optional.ofNullable(stop).flatMap(Journey.Stop::in).map(Page::step),
        field.place());
  }

  private static String end(ResolvedShape shape, Field field) {
    if (shape.role() == Role.DOMAIN) {
      return "";
    }
    if (shape.role() == Role.TRANSFER) {
      return "JSON " + field.externalName().orElse(field.name());
    }
    String column = field.access().member().orElse(field.name());
    return "column " + field.externalName().orElse(column);
  }
}
