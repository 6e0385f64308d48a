package dev.shelftwin.draft;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Pairs the types of the layers by the words of their names, else by their fields. */
final class ShapePairing {

  /** How alike the fields of two types are whose names have nothing in common. */
  private static final double ALIKE = 0.6;

  private static final Set<String> COMING =
      Set.of(
          "add",
          "book",
          "command",
          "create",
          "form",
          "import",
          "input",
          "new",
          "open",
          "order",
          "payload",
          "place",
          "register",
          "request",
          "submit");
  private static final Set<String> CHANGING =
      Set.of("amend", "change", "edit", "modify", "patch", "update");
  private static final Set<String> GOING =
      Set.of("card", "details", "item", "list", "response", "result", "summary", "view");

  private final Shapes shapes;
  private final List<Territory> territories;
  private final List<String> remarks = new ArrayList<>();

  ShapePairing(Shapes shapes, List<Territory> territories) {
    this.shapes = shapes;
    this.territories = List.copyOf(territories);
  }

  /** The concepts, by the types in the innermost layer; types named in the plan are left out. */
  List<Pair> pairs(Set<String> known) {
    Territory inner = inner();
    Map<String, Pair> pairs = new LinkedHashMap<>();
    List<Shape> hubs = unknown(inner, known);
    for (Territory outer : territories) {
      if (!outer.equals(inner)) {
        List<Shape> candidates = new ArrayList<>(unknown(outer, known));
        // The one whose name says no more than the concept's comes first.
        candidates.sort(
            Comparator.comparingInt(shape -> Words.of(shape.type().name()).all().size()));
        for (Shape shape : candidates) {
          List<Shape> found = hubs(shape, hubs, outer, pairs);
          for (Shape hub : found) {
            pairs
                .computeIfAbsent(hub.type().qualifiedName(), name -> new Pair(inner.layer(), hub))
                .add(outer.layer(), shape);
          }
          if (found.isEmpty()) {
            remarks.add(shape + " in " + outer.layer().packageName());
          }
        }
      }
    }
    for (Pair pair : pairs.values()) {
      pair.uses.replaceAll(use -> used(use, pair, pairs.values()));
    }
    return hubs.stream()
        .flatMap(hub -> Optional.ofNullable(pairs.get(hub.type().qualifiedName())).stream())
        .toList();
  }

  /** What another type holds goes every way that the other goes. */
  private ShapeUse used(ShapeUse use, Pair pair, Collection<Pair> all) {
    if (use.layer().role() != Role.TRANSFER) {
      return use;
    }
    Set<Direction> ways = EnumSet.of(use.direction());
    for (Pair other : all) {
      for (ShapeUse holder : other.uses) {
        boolean holds =
            holder.layer().role() == Role.TRANSFER
                && !holder.equals(use)
                && holds(holder.qualifiedName(), use.qualifiedName());
        boolean news = holds && !ways.contains(Direction.BOTH);
        Direction way = holder.direction() == Direction.CHANGE ? Direction.IN : holder.direction();
        if (news && use.direction() != Direction.CHANGE && ways.add(way)) {
          pair.remarks.add(
              "guess: "
                  + use.simpleName()
                  + " goes "
                  + way.key()
                  + ", since "
                  + holder.simpleName()
                  + " holds it");
        }
      }
    }
    return ways.size() == 1
        ? use
        : new ShapeUse(use.layer(), use.type(), Direction.BOTH, use.build(), use.at());
  }

  private boolean holds(String holder, String held) {
    return shapes.find(holder).stream()
        .flatMap(Shape::storedFields)
        .anyMatch(field -> Container.held(field.type()).qualifiedName().equals(held));
  }

  /** Types that nothing was found for. */
  List<String> alone() {
    return List.copyOf(remarks);
  }

  private Territory inner() {
    return territories.stream()
        .min(Comparator.comparing(territory -> depth(territory.layer().role())))
        .orElseThrow();
  }

  private static int depth(Role role) {
    return switch (role) {
      case DOMAIN -> 0;
      case PERSISTENCE -> 1;
      case TRANSFER -> 2;
    };
  }

  private List<Shape> unknown(Territory territory, Set<String> known) {
    return territory.shapes(shapes).stream()
        .filter(shape -> !known.contains(shape.type().qualifiedName()))
        .toList();
  }

  /** What a type stands for: one concept, or several whose fields a row has side by side. */
  private List<Shape> hubs(
      Shape outer, List<Shape> hubs, Territory territory, Map<String, Pair> pairs) {
    boolean store = territory.layer().role() == Role.PERSISTENCE;
    Words name = Words.of(outer.type().name());
    List<Shape> free =
        hubs.stream()
            .filter(hub -> !store || !isStored(pairs.get(hub.type().qualifiedName())))
            .toList();
    Optional<Shape> byName =
        free.stream()
            .filter(hub -> hub.isAbstract() == outer.isAbstract())
            .filter(hub -> name.contains(bare(hub)))
            .max(Comparator.comparingInt(hub -> bare(hub).all().size()));
    if (byName.isPresent() || outer.isAbstract()) {
      return byName.stream().toList();
    }
    List<Shape> concrete = free.stream().filter(hub -> !hub.isAbstract()).toList();
    if (store) {
      List<Shape> parts =
          concrete.stream()
              .filter(hub -> Words.of(hub.type().name()).likeness(name) > 0)
              .filter(hub -> contained(hub, outer) >= ALIKE)
              .toList();
      if (!parts.isEmpty()) {
        return parts;
      }
    }
    return concrete.stream()
        .max(Comparator.comparingDouble(hub -> likeness(hub, outer)))
        .filter(hub -> likeness(hub, outer) >= ALIKE)
        .stream()
        .toList();
  }

  private static boolean isStored(@Nullable Pair pair) {
    return pair != null
        && pair.uses.stream().anyMatch(use -> use.layer().role() == Role.PERSISTENCE);
  }

  /** How much of a type another one holds. */
  private static double contained(Shape part, Shape whole) {
    Set<String> these = names(part);
    return these.size() < 2 ? 0 : (double) Words.common(these, names(whole)) / these.size();
  }

  /** In a program without a domain the row's own suffix is no word of the concept. */
  private static Words bare(Shape hub) {
    Words words = Words.of(hub.type().name());
    return hub.isEntity() || hub.type().name().matches(".*(Row|Entity|Record|Table)")
        ? words.without(new Words(List.of("row", "entity", "record", "table")))
        : words;
  }

  private static double likeness(Shape one, Shape other) {
    Set<String> these = names(one);
    return these.size() < 2 ? 0 : Words.shared(these, names(other));
  }

  private static Set<String> names(Shape shape) {
    Set<String> names = new HashSet<>();
    shape.fields().forEach(field -> names.add(String.join("", Words.of(field.name()).all())));
    return names;
  }

  /** What belongs to one concept. */
  static final class Pair {

    private final Shape hub;
    private final List<ShapeUse> uses = new ArrayList<>();
    private final List<String> remarks = new ArrayList<>();

    private Pair(Layer layer, Shape hub) {
      this.hub = hub;
      uses.add(use(layer, hub, Direction.BOTH));
    }

    private void add(Layer layer, Shape shape) {
      if (!Words.of(shape.type().name()).contains(bare(hub))) {
        remarks.add("guess: " + shape + " is one, by its fields");
      }
      boolean store = layer.role() == Role.PERSISTENCE;
      uses.add(use(layer, shape, store ? Direction.BOTH : direction(shape)));
    }

    private Direction direction(Shape shape) {
      Words rest = Words.of(shape.type().name()).without(bare(hub));
      if (rest.anyOf(CHANGING) && shape.storedFields().allMatch(Pair::mayBeNull)) {
        remarks.add("guess: " + shape + " is a change, by its name");
        return Direction.CHANGE;
      }
      if (rest.anyOf(COMING) || rest.anyOf(CHANGING)) {
        remarks.add("guess: " + shape + " comes in, by its name");
        return Direction.IN;
      }
      if (rest.anyOf(GOING)) {
        remarks.add("guess: " + shape + " goes out, by its name");
        return Direction.OUT;
      }
      remarks.add("guess: " + shape + " goes both ways, since its name does not tell");
      return Direction.BOTH;
    }

    private static boolean mayBeNull(Field field) {
      return field.presence() != Presence.REQUIRED;
    }

    private static ShapeUse use(Layer layer, Shape shape, Direction direction) {
      return new ShapeUse(
          layer, shape.type().name(), direction, Map.of(), Place.in(shape.toString()));
    }

    /** The name of the concept. */
    String name() {
      StringBuilder name = new StringBuilder();
      for (String word : bare(hub).all()) {
        name.append(Character.toUpperCase(word.charAt(0))).append(word.substring(1));
      }
      return name.toString();
    }

    List<String> remarks() {
      return List.copyOf(remarks);
    }

    Concept concept(String name) {
      // Layers in the order store, model, api, as everything is written.
      List<ShapeUse> ordered = new ArrayList<>(uses);
      ordered.sort(Comparator.comparing(use -> use.layer().role()));
      return new Concept(name, ordered, List.of(), List.of(), List.of(), Place.in(name));
    }
  }
}
