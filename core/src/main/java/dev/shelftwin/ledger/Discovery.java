package dev.shelftwin.ledger;

import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Nesting;
import dev.shelftwin.convert.Step;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direct;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What comes to light only while fields are accounted for: values that the plan does not list and
 * that can be read in one way only, and rows that are the children of others. Accounting is
 * repeated until nothing new comes to light.
 */
final class Discovery {

  private final Plan plan;
  private final Shapes shapes;
  private final Map<String, Unlisted> unlisted = new LinkedHashMap<>();
  private final Set<Link> links = new HashSet<>();

  /** Which concepts carry a field of a row. */
  private final Map<Claimed, SortedSet<String>> claims = new HashMap<>();

  /** Concepts by the qualified names of their shapes. */
  private final Map<String, List<Concept>> byType = new HashMap<>();

  private boolean grown = true;

  Discovery(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
  }

  /** Begins one more round of accounting. */
  void begin() {
    grown = false;
    byType.clear();
    for (Concept concept : concepts()) {
      for (ShapeUse use : concept.shapes()) {
        byType.computeIfAbsent(use.qualifiedName(), name -> new ArrayList<>()).add(concept);
      }
    }
  }

  /** Whether something came to light since the last round began. */
  boolean hasGrown() {
    return grown;
  }

  /** The plan's concepts, then those it does not list. */
  List<Concept> concepts() {
    List<Concept> concepts = new ArrayList<>(plan.concepts());
    unlisted.values().forEach(found -> concepts.add(found.concept()));
    return concepts;
  }

  /** The mappers that a hop between two layers may use. */
  Nesting nesting(Concept around, Layer from, Layer to) {
    return (source, target) ->
        listed(source, target).or(() -> unlisted(around, from, to, source, target));
  }

  private Optional<Step> listed(TypeRef from, TypeRef to) {
    return byType.getOrDefault(from.fullName(), List.of()).stream()
        .filter(concept -> leads(concept, from, to))
        .map(concept -> step(concept.name(), from, to))
        .findFirst();
  }

  private static Step step(String concept, TypeRef from, TypeRef to) {
    Form form = new Form.Mapped(concept, from, to);
    return new Step("by the mapper of " + concept, from, to, form, Set.of(), true);
  }

  private static boolean leads(Concept concept, TypeRef from, TypeRef to) {
    ShapeUse hub = concept.hub();
    boolean past =
        concept.shapes().stream()
            .filter(use -> is(use, from))
            .anyMatch(
                use ->
                    concept.shapes().stream()
                        .anyMatch(other -> is(other, to) && concept.goesDirectly(use, other)));
    return past
        || concept
            .outer()
            .anyMatch(
                outer ->
                    (is(hub, to) && is(outer, from) && comesIn(outer))
                        || (is(hub, from) && is(outer, to) && goesOut(outer)));
  }

  /** Whether a shape is mapped in either direction, whatever the plan says. */
  static boolean isAlwaysOpen(ShapeUse use) {
    return use.layer().role() == Role.PERSISTENCE;
  }

  private static boolean comesIn(ShapeUse use) {
    return isAlwaysOpen(use) || (use.direction().goesIn() && use.direction() != Direction.CHANGE);
  }

  private static boolean goesOut(ShapeUse use) {
    return isAlwaysOpen(use) || use.direction().goesOut();
  }

  private static boolean is(ShapeUse use, TypeRef type) {
    return use.qualifiedName().equals(type.fullName());
  }

  private Optional<Step> unlisted(
      Concept around, Layer fromLayer, Layer toLayer, TypeRef from, TypeRef to) {
    Layer hub = around.hub().layer();
    if (!fromLayer.equals(hub) && !toLayer.equals(hub)) {
      return past(from, to);
    }
    boolean inward = toLayer.equals(around.hub().layer());
    TypeRef inside = inward ? to : from;
    TypeRef outside = inward ? from : to;
    Layer outer = inward ? fromLayer : toLayer;
    boolean apart =
        inside.packageName().equals(around.hub().layer().packageName())
            && outside.packageName().equals(outer.packageName());
    if (!apart || isListed(inside) || isListed(outside) || !hasOneReading(inside, outside)) {
      return Optional.empty();
    }
    Unlisted found =
        unlisted.computeIfAbsent(
            spoken(inside),
            name -> new Unlisted(around, inside, new LinkedHashMap<>(), new LinkedHashSet<>()));
    if (found.add(outer, outside, inward ? Direction.IN : Direction.OUT)) {
      grown = true;
    }
    return Optional.of(step(spoken(inside), from, to));
  }

  /** Past the domain a value goes where the domain's own value stands for both. */
  private Optional<Step> past(TypeRef from, TypeRef to) {
    return unlisted.entrySet().stream()
        .filter(entry -> entry.getValue().holds(from) && entry.getValue().holds(to))
        .findFirst()
        .map(
            entry -> {
              grown |= entry.getValue().past().add(new Past(from, to));
              return step(entry.getKey(), from, to);
            });
  }

  private record Past(TypeRef from, TypeRef to) {}

  private boolean isListed(TypeRef type) {
    return plan.concept(spoken(type)).isPresent()
        || byType.getOrDefault(type.fullName(), List.of()).stream()
            .anyMatch(plan.concepts()::contains);
  }

  /** What a type is called as a concept: FiringPage for a Page of Firing. */
  private static String spoken(TypeRef type) {
    return type.arguments().stream().map(Discovery::spoken).collect(Collectors.joining())
        + type.simpleName();
  }

  /** Two types that hold several values of the same names belong together. */
  private boolean hasOneReading(TypeRef one, TypeRef other) {
    Optional<Set<String>> these = shapes.find(one).flatMap(Discovery::names);
    Optional<Set<String>> those = shapes.find(other).flatMap(Discovery::names);
    return these.isPresent() && these.equals(those);
  }

  private static Optional<Set<String>> names(Shape shape) {
    Set<String> names = shape.storedFields().map(Field::name).collect(Collectors.toSet());
    boolean concrete = shape.kind() == Shape.Kind.RECORD || shape.kind() == Shape.Kind.CLASS;
    return concrete && names.size() > 1 && !shape.isEntity()
        ? Optional.of(names)
        : Optional.empty();
  }

  /** A field of a row that a concept carries; another concept may keep the rest of the row. */
  void claim(TypeRef row, Field field, String concept) {
    grown |=
        claims
            .computeIfAbsent(new Claimed(row.qualifiedName(), field.name()), key -> new TreeSet<>())
            .add(concept);
  }

  /** The concept that carries a field of a row which another concept has a part of. */
  Optional<String> keeper(TypeRef row, Field field, String concept) {
    Claimed key = new Claimed(row.qualifiedName(), field.name());
    return claims.getOrDefault(key, Collections.emptySortedSet()).stream()
        .filter(other -> !other.equals(concept))
        .findFirst();
  }

  private record Claimed(String row, String field) {}

  /** A row that another row's mapper makes, as a part of it. */
  void link(TypeRef parent, TypeRef child) {
    grown |= links.add(new Link(parent.qualifiedName(), child.qualifiedName()));
  }

  /** Whether a field leads from a row back to the one it is a part of. */
  boolean isWayBack(TypeRef row, Field field) {
    return links.contains(new Link(field.type().qualifiedName(), row.qualifiedName()));
  }

  private record Link(String parent, String child) {}

  /** A value type that the plan does not list, and what stands for it in other layers. */
  private record Unlisted(
      Concept around, TypeRef hub, Map<String, ShapeUse> outer, Set<Past> past) {

    boolean holds(TypeRef type) {
      return outer.containsKey(type.fullName());
    }

    boolean add(Layer layer, TypeRef type, Direction direction) {
      ShapeUse before = outer.get(type.fullName());
      boolean both = before != null && before.direction() != direction;
      ShapeUse use =
          new ShapeUse(layer, name(type), both ? Direction.BOTH : direction, Map.of(), around.at());
      outer.put(type.fullName(), use);
      return before == null || (both && before.direction() != Direction.BOTH);
    }

    private Direct direct(Past way) {
      return new Direct(text(way.from()), text(way.to()));
    }

    private Text text(TypeRef type) {
      return new Text(Objects.requireNonNull(outer.get(type.fullName())).simpleName(), around.at());
    }

    private static String name(TypeRef type) {
      return type.arguments().isEmpty() ? type.name() : type.fullName();
    }

    Concept concept() {
      List<ShapeUse> uses = new ArrayList<>();
      Layer inside = around.hub().layer();
      uses.add(new ShapeUse(inside, name(hub), Direction.BOTH, Map.of(), around.at()));
      uses.addAll(outer.values());
      List<Direct> directs = past.stream().map(this::direct).toList();
      return new Concept(spoken(hub), uses, List.of(), List.of(), directs, around.at());
    }
  }
}
