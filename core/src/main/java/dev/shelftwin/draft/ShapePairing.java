package dev.shelftwin.draft;

import dev.shelftwin.ledger.LayerTypes;
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

/** Pairs the types of the layers by the words of their names, otherwise by their fields. */
final class ShapePairing {

  /** The required similarity of the fields of two types whose names have nothing in common. */
  private static final double SIMILAR = 0.6;

  private static final Set<String> REQUEST_WORDS =
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
  private static final Set<String> CHANGE_WORDS =
      Set.of("amend", "change", "edit", "modify", "patch", "update");
  private static final Set<String> RESPONSE_WORDS =
      Set.of("card", "details", "item", "list", "response", "result", "summary", "view");

  private final Shapes shapes;
  private final List<DataTypes> layers;
  private final LayerTypes layerTypes;
  private final List<String> unpaired = new ArrayList<>();

  ShapePairing(Shapes shapes, List<DataTypes> layers) {
    this.shapes = shapes;
    this.layerTypes = new LayerTypes(shapes);
    this.layers = List.copyOf(layers);
  }

  /** The concepts, by the types in the innermost layer, without types that the plan names. */
  List<Pair> pairs(Set<String> known) {
    DataTypes inner = inner();
    Map<String, Pair> pairs = new LinkedHashMap<>();
    List<Shape> hubs = unknown(inner, known);
    for (DataTypes outer : layers) {
      if (!outer.equals(inner)) {
        List<Shape> candidates = new ArrayList<>(unknown(outer, known));
        // The type whose name has the fewest additional words comes first.
        candidates.sort(
            Comparator.comparingInt(shape -> NameWords.of(shape.type().name()).all().size()));
        for (Shape shape : candidates) {
          List<Shape> found = hubs(shape, hubs, outer, pairs);
          for (Shape hub : found) {
            pairs
                .computeIfAbsent(
                    hub.type().qualifiedName(),
                    name -> new Pair(use(inner.layer(), hub, Direction.BOTH), hub))
                .add(use(outer.layer(), shape, Direction.BOTH), shape);
          }
          if (found.isEmpty()) {
            unpaired.add(shape + " in " + shape.type().packageName());
          }
        }
      }
    }
    for (Pair pair : pairs.values()) {
      pair.members.replaceAll(member -> withDirections(member, pair, pairs.values()));
    }
    return hubs.stream()
        .flatMap(hub -> Optional.ofNullable(pairs.get(hub.type().qualifiedName())).stream())
        .toList();
  }

  /** A nested transfer type is used in every direction in which the types that contain it are. */
  private Member withDirections(Member member, Pair pair, Collection<Pair> all) {
    ShapeUse use = member.use();
    if (use.layer().role() != Role.TRANSFER || use.direction() == Direction.CHANGE) {
      return member;
    }
    Set<Direction> directions = EnumSet.of(use.direction());
    for (Pair other : all) {
      for (Member holder : other.members) {
        Direction direction = holder.use().direction();
        Direction needed = direction == Direction.CHANGE ? Direction.IN : direction;
        boolean adds =
            holder.use().layer().role() == Role.TRANSFER
                && !holder.equals(member)
                && !directions.contains(Direction.BOTH)
                && contains(holder.shape(), member.shape())
                && directions.add(needed);
        if (adds) {
          pair.guesses.add(
              new Guess(Guess.Kind.NESTED, use.simpleName() + " in " + holder.use().simpleName()));
        }
      }
    }
    return directions.size() == 1
        ? member
        : new Member(use(use.layer(), member.shape(), Direction.BOTH), member.shape());
  }

  private static boolean contains(Shape holder, Shape nested) {
    return holder
        .storedFields()
        .anyMatch(
            field ->
                Container.held(field.type()).qualifiedName().equals(nested.type().qualifiedName()));
  }

  private ShapeUse use(Layer layer, Shape shape, Direction direction) {
    String name = layerTypes.nameOf(layer, shape.type());
    return new ShapeUse(layer, name, direction, Map.of(), Place.in(shape.toString()));
  }

  /** Types that belong to no concept. */
  List<String> unpaired() {
    return List.copyOf(unpaired);
  }

  private DataTypes inner() {
    return layers.stream()
        .min(Comparator.comparing(types -> depth(types.layer().role())))
        .orElseThrow();
  }

  private static int depth(Role role) {
    return switch (role) {
      case DOMAIN -> 0;
      case PERSISTENCE -> 1;
      case TRANSFER -> 2;
    };
  }

  private List<Shape> unknown(DataTypes types, Set<String> known) {
    return types.shapes(shapes).stream()
        .filter(shape -> !known.contains(shape.type().qualifiedName()))
        .toList();
  }

  /** The concepts of a type: one, or several whose fields a row has side by side. */
  private List<Shape> hubs(
      Shape outer, List<Shape> hubs, DataTypes types, Map<String, Pair> pairs) {
    boolean store = types.layer().role() == Role.PERSISTENCE;
    NameWords name = NameWords.of(outer.type().name());
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
              .filter(hub -> NameWords.of(hub.type().name()).similarity(name) > 0)
              .filter(hub -> contained(hub, outer) >= SIMILAR)
              .toList();
      if (!parts.isEmpty()) {
        return parts;
      }
    }
    return concrete.stream()
        .max(Comparator.comparingDouble(hub -> likeness(hub, outer)))
        .filter(hub -> likeness(hub, outer) >= SIMILAR)
        .stream()
        .toList();
  }

  private static boolean isStored(@Nullable Pair pair) {
    return pair != null
        && pair.members.stream()
            .anyMatch(member -> member.use().layer().role() == Role.PERSISTENCE);
  }

  /** The fraction of the fields of a type that another one has. */
  private static double contained(Shape part, Shape whole) {
    Set<String> these = names(part);
    return these.size() < 2 ? 0 : (double) NameWords.common(these, names(whole)) / these.size();
  }

  /** Without a domain, the suffix of a row is no word of the concept. */
  private static NameWords bare(Shape hub) {
    NameWords words = NameWords.of(hub.type().name());
    return hub.isEntity() || hub.type().name().matches(".*(Row|Entity|Record|Table)")
        ? words.without(new NameWords(List.of("row", "entity", "record", "table")))
        : words;
  }

  private static double likeness(Shape one, Shape other) {
    Set<String> these = names(one);
    return these.size() < 2 ? 0 : NameWords.shared(these, names(other));
  }

  private static Set<String> names(Shape shape) {
    Set<String> names = new HashSet<>();
    shape.fields().forEach(field -> names.add(String.join("", NameWords.of(field.name()).all())));
    return names;
  }

  /** A type and its use in the plan. */
  private record Member(ShapeUse use, Shape shape) {}

  /** The types of one concept. */
  static final class Pair {

    private final Shape hub;
    private final List<Member> members = new ArrayList<>();
    private final List<Guess> guesses = new ArrayList<>();

    private Pair(ShapeUse use, Shape hub) {
      this.hub = hub;
      members.add(new Member(use, hub));
    }

    private void add(ShapeUse use, Shape shape) {
      NameWords words = NameWords.of(shape.type().name());
      if (!words.contains(bare(hub))) {
        guesses.add(new Guess(Guess.Kind.BY_FIELDS, shape + " of " + name()));
      }
      boolean row = use.layer().role() == Role.PERSISTENCE;
      Direction direction = row ? Direction.BOTH : direction(words.without(bare(hub)), shape);
      members.add(
          new Member(
              new ShapeUse(use.layer(), use.type(), direction, use.build(), use.at()), shape));
    }

    private Direction direction(NameWords rest, Shape shape) {
      if (rest.anyOf(CHANGE_WORDS) && shape.storedFields().allMatch(Pair::mayBeNull)) {
        return guessed(Guess.Kind.CHANGE, shape, Direction.CHANGE);
      }
      if (rest.anyOf(REQUEST_WORDS) || rest.anyOf(CHANGE_WORDS)) {
        return guessed(Guess.Kind.REQUEST, shape, Direction.IN);
      }
      return rest.anyOf(RESPONSE_WORDS)
          ? guessed(Guess.Kind.RESPONSE, shape, Direction.OUT)
          : guessed(Guess.Kind.BOTH_DIRECTIONS, shape, Direction.BOTH);
    }

    private Direction guessed(Guess.Kind kind, Shape shape, Direction direction) {
      guesses.add(new Guess(kind, shape.toString()));
      return direction;
    }

    private static boolean mayBeNull(Field field) {
      return field.presence() != Presence.REQUIRED;
    }

    /** The name of the concept. */
    String name() {
      StringBuilder name = new StringBuilder();
      for (String word : bare(hub).all()) {
        name.append(Character.toUpperCase(word.charAt(0))).append(word.substring(1));
      }
      return name.toString();
    }

    List<Guess> guesses() {
      return List.copyOf(guesses);
    }

    Concept concept(String name) {
      List<ShapeUse> ordered =
          members.stream()
              .map(Member::use)
              .sorted(Comparator.comparing(use -> use.layer().role()))
              .toList();
      return new Concept(
          name, ordered, List.of(), List.of(), List.of(), Place.in(name), Optional.empty());
    }
  }
}
