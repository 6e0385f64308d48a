package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Pairs the types of the layers: by the words of their names, as long as their fields do not speak
 * against it, otherwise by their fields. A wrong pair costs more than a missing one.
 */
final class ShapePairing {

  /** The required similarity of the fields of two types whose names have nothing in common. */
  private static final double SIMILAR = 0.6;

  /**
   * The fraction of the fields that a type whose name says more than the concept's must share with
   * it, by the words of their names, and of those that have the very same names.
   */
  private static final double SUPPORTED = 0.5;

  private static final double SAME = 0.25;

  private final ReadCode code;
  private final MappedPairs methods;
  private final List<DataTypes> layers;
  private final Map<DataTypes, TypeNames> names = new HashMap<>();
  private final Map<DataTypes, List<Shape>> shapes = new HashMap<>();
  private final List<PairedTypes> pairs = new ArrayList<>();
  private final List<Shape> unpaired = new ArrayList<>();

  /**
   * Types to pair.
   *
   * @param known the qualified names of types that belong to concepts already
   */
  ShapePairing(ReadCode code, List<DataTypes> layers, Set<String> known) {
    this.code = code;
    this.methods = new MappedPairs(code);
    this.layers =
        layers.stream().sorted(Comparator.comparing(types -> depth(types.layer().role()))).toList();
    for (DataTypes types : layers) {
      List<Shape> found = types.shapes(code.shapes());
      boolean store = types.layer().role() == Role.PERSISTENCE;
      List<Shape> all = store ? found : withoutImplementations(found);
      names.put(types, new TypeNames(types.layer().role(), all));
      shapes.put(
          types,
          all.stream().filter(shape -> !known.contains(shape.type().qualifiedName())).toList());
    }
  }

  /**
   * Without classes that implement an interface of the layer which methods map in their place, and
   * which shows most of their fields.
   */
  private List<Shape> withoutImplementations(List<Shape> all) {
    List<Shape> mapped =
        all.stream()
            .filter(shape -> shape.isAbstract() && !DataTypes.isFamily(shape))
            .filter(code.methods()::isMapped)
            .toList();
    return all.stream()
        .filter(
            shape ->
                code.methods().isMapped(shape)
                    || mapped.stream().noneMatch(one -> isShownBy(shape, one)))
        .toList();
  }

  private static boolean isShownBy(Shape shape, Shape type) {
    return shape.isSubtypeOf(type)
        && 2 * type.storedFields().count() >= shape.storedFields().count();
  }

  private static int depth(Role role) {
    return switch (role) {
      case DOMAIN -> 0;
      case PERSISTENCE -> 1;
      case TRANSFER -> 2;
    };
  }

  /** The concepts, by their types in the innermost layer. */
  List<PairedTypes> pairs() {
    for (DataTypes types : layers) {
      List<PairedTypes> begun = new ArrayList<>();
      for (Shape shape : byLength(types)) {
        List<PairedTypes> found = concepts(shape, types);
        found.forEach(pair -> pair.add(types, shape, methods.anyWay(shape, types, pair)));
        boolean mayBeHub = types.layer().role() != Role.TRANSFER || types.equals(layers.get(0));
        if (found.isEmpty() && mayBeHub) {
          begun.add(new PairedTypes(code, types, shape, names(types).bare(shape)));
        } else if (found.isEmpty()) {
          unpaired.add(shape);
        }
      }
      begun.sort(Comparator.comparing(pair -> pair.hub().type().name()));
      pairs.addAll(begun);
    }
    for (DataTypes types : layers) {
      new SiblingRequests(code).addTo(pairs, types, unpaired);
    }
    for (PairedTypes pair : pairs) {
      unpaired.addAll(pair.removeUnlike());
    }
    PairedTypes.spreadDirections(pairs);
    List<PairedTypes> paired = pairs.stream().filter(PairedTypes::isPaired).toList();
    pairs.stream().filter(pair -> !pair.isPaired()).map(PairedTypes::hub).forEach(unpaired::add);
    return paired;
  }

  /** The types that belong to no concept, outside the innermost layer. */
  List<String> unpaired() {
    List<Shape> inner = shapes.getOrDefault(layers.get(0), List.of());
    return unpaired.stream()
        .filter(shape -> !inner.contains(shape))
        .map(shape -> shape + " in " + shape.type().packageName())
        .toList();
  }

  /** Whether the name of a type is the concept's, but for what its layer adds to all names. */
  boolean isNamed(PairedTypes.Member member, PairedTypes pair) {
    return names(member.layer()).concepts(member.shape()).stream()
        .anyMatch(words -> words.similarity(pair.words()) == 1);
  }

  private TypeNames names(DataTypes types) {
    return names.getOrDefault(types, new TypeNames(types.layer().role(), List.of()));
  }

  /** The type whose name has the fewest additional words comes first. */
  private List<Shape> byLength(DataTypes types) {
    return shapes.getOrDefault(types, List.of()).stream()
        .sorted(Comparator.comparingInt(shape -> TypeNames.whole(shape).all().size()))
        .toList();
  }

  /** The concepts of a type: one, or several whose fields a row has side by side. */
  private List<PairedTypes> concepts(Shape shape, DataTypes types) {
    Role role = types.layer().role();
    List<PairedTypes> free = // a concept has one row and one domain type
        pairs.stream().filter(pair -> role == Role.TRANSFER || !pair.has(role)).toList();
    Optional<PairedTypes> byName = byName(shape, types, free);
    if (byName.isPresent() || DataTypes.isFamily(shape)) {
      return byName.stream().toList();
    }
    List<PairedTypes> concrete =
        free.stream()
            .filter(pair -> !DataTypes.isFamily(pair.hub()) && !areSiblings(pair.hub(), shape))
            .filter(pair -> !MappingMethods.holds(shape, pair.hub()))
            .toList();
    NameWords name = TypeNames.whole(shape);
    List<PairedTypes> chosen = List.of();
    if (role == Role.PERSISTENCE) {
      List<PairedTypes> parts =
          concrete.stream()
              .filter(pair -> TypeNames.whole(pair.hub()).similarity(name) > 0)
              .filter(pair -> code.overlap(pair.hub(), shape).contained() >= SIMILAR)
              .sorted(Comparator.comparingDouble(pair -> -likeness(pair, shape)))
              .toList();
      chosen = sideBySide(parts, shape);
    }
    Optional<PairedTypes> mapped = mapped(shape, types, free);
    if (mapped.isPresent() && chosen.size() < 2) {
      return mapped.stream().toList();
    }
    if (!chosen.isEmpty()) {
      return chosen;
    }
    return concrete.stream()
        .filter(pair -> likeness(pair, shape) >= SIMILAR)
        .max(Comparator.comparingDouble(pair -> likeness(pair, shape)))
        .stream()
        .toList();
  }

  /** The first of some concepts, and those of whose fields they have at most half. */
  private List<PairedTypes> sideBySide(List<PairedTypes> parts, Shape row) {
    List<PairedTypes> chosen = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    for (PairedTypes part : parts) {
      Set<String> common = code.overlap(part.hub(), row).common();
      if (common.stream().filter(taken::contains).count() * 2 <= common.size()) {
        taken.addAll(common);
        chosen.add(part);
      }
    }
    return chosen;
  }

  /** Whether two types inherit fields from one: having those in common tells nothing. */
  private boolean areSiblings(Shape one, Shape other) {
    return one.supertypes().stream()
        .filter(other.supertypes()::contains)
        .flatMap(type -> code.shapes().find(type).stream())
        .anyMatch(
            type ->
                type.kind() != Shape.Kind.INTERFACE && type.storedFields().findAny().isPresent());
  }

  private double likeness(PairedTypes pair, Shape shape) {
    return code.overlap(pair.hub(), shape).likeness();
  }

  /**
   * The concept with the same name, otherwise one whose name is a part of it; where methods map
   * types of such concepts, only those count.
   */
  private Optional<PairedTypes> byName(Shape shape, DataTypes types, List<PairedTypes> free) {
    TypeNames own = names(types);
    NameWords name = TypeNames.whole(shape);
    List<PairedTypes> alike =
        free.stream()
            .filter(pair -> DataTypes.isFamily(pair.hub()) == DataTypes.isFamily(shape))
            .filter(
                pair ->
                    methods.anyWay(shape, types, pair) || !code.overlap(shape, pair.hub()).isNone())
            .filter(pair -> !MappingMethods.holds(shape, pair.hub()))
            .toList();
    List<PairedTypes> mapped =
        alike.stream()
            .filter(pair -> name.contains(pair.words()) && methods.anyWay(shape, types, pair))
            .filter(pair -> !TypeNames.isQuery(shape))
            .toList();
    List<PairedTypes> candidates = mapped.isEmpty() ? alike : mapped;
    for (NameWords concept : own.concepts(shape)) {
      Optional<PairedTypes> same =
          candidates.stream()
              .filter(pair -> pair.words().similarity(concept) == 1)
              .max(Comparator.comparingDouble(pair -> support(shape, pair)));
      if (same.isPresent()) {
        return same;
      }
    }
    return candidates.stream()
        .filter(pair -> name.contains(pair.words()))
        .filter(
            pair ->
                DataTypes.isFamily(shape)
                    || (methods.anyWay(shape, types, pair) && !TypeNames.isQuery(shape))
                    || isSupported(shape, own, pair))
        .max(
            Comparator.<PairedTypes>comparingInt(pair -> pair.words().all().size())
                .thenComparingDouble(pair -> support(shape, pair)));
  }

  /**
   * The concept whose types methods map to a type: in both directions, or of a similar name; or
   * from a request that is called after what it does.
   */
  private Optional<PairedTypes> mapped(Shape shape, DataTypes types, List<PairedTypes> free) {
    NameWords name = names(types).bare(shape);
    return free.stream()
        .filter(pair -> methods.anyWay(shape, types, pair))
        .filter(
            pair ->
                (pair.words().similarity(name) > 0 && !TypeNames.isQuery(shape))
                    || methods.bothWays(shape, types, pair)
                    || methods.fromRequest(shape, types, pair))
        .max(Comparator.comparingDouble(pair -> pair.words().similarity(name)));
  }

  /** The last word says what a thing is: an order total is no order, so it needs more fields. */
  private boolean isSupported(Shape shape, TypeNames own, PairedTypes pair) {
    boolean same =
        own.concepts(shape).stream()
            .anyMatch(name -> name.last().similarity(pair.words().last()) == 1);
    FieldOverlap overlap = code.overlap(shape, pair.hub());
    return overlap.support() >= SUPPORTED
        && overlap.contained() >= (same ? SAME : SUPPORTED)
        && !overlap.isByOneOfSeveral();
  }

  private double support(Shape shape, PairedTypes pair) {
    return code.overlap(shape, pair.hub()).support();
  }
}
