package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direct;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A value type that the plan does not list, and the types that correspond to it in other layers.
 *
 * @param around the concept that holds it; it has the same layers
 * @param hub the type in the hub's layer
 * @param outer the other types by their full names
 * @param direct pairs of outer types that are mapped without the hub
 */
record Unlisted(
    Concept around, TypeRef hub, Map<String, ShapeUse> outer, Set<Operation.CallMapper> direct) {

  Unlisted {
    outer = Collections.unmodifiableMap(new LinkedHashMap<>(outer));
    direct = Collections.unmodifiableSet(new LinkedHashSet<>(direct));
  }

  static Unlisted of(Concept around, TypeRef hub) {
    return new Unlisted(around, hub, Map.of(), Set.of());
  }

  /** The name of a type as a concept: FiringPage for a Page of Firing. */
  static String name(TypeRef type) {
    return type.arguments().stream().map(Unlisted::name).collect(Collectors.joining())
        + type.simpleName();
  }

  String name() {
    return name(hub);
  }

  boolean hasOuter(TypeRef type) {
    return outer.containsKey(type.fullName());
  }

  Unlisted withOuter(Layer layer, TypeRef type, Direction direction) {
    ShapeUse before = outer.get(type.fullName());
    boolean both = before != null && before.direction() != direction;
    Map<String, ShapeUse> all = new LinkedHashMap<>(outer);
    all.put(type.fullName(), use(layer, type, both ? Direction.BOTH : direction));
    return new Unlisted(around, hub, all, direct);
  }

  Unlisted withDirect(Operation.CallMapper call) {
    Set<Operation.CallMapper> all = new LinkedHashSet<>(direct);
    all.add(call);
    return new Unlisted(around, hub, outer, all);
  }

  private ShapeUse use(Layer layer, TypeRef type, Direction direction) {
    // The qualified name is unambiguous in layers with several packages.
    boolean simple = layer.packages().isOnePackage() && type.arguments().isEmpty();
    return new ShapeUse(layer, simple ? type.name() : type.fullName(), direction, around.at());
  }

  Concept concept() {
    List<ShapeUse> uses = new ArrayList<>();
    uses.add(use(around.hub().layer(), hub, Direction.BOTH));
    uses.addAll(outer.values());
    List<Direct> directs =
        direct.stream().map(call -> new Direct(text(call.from()), text(call.to()))).toList();
    return new Concept(
        name(), uses, List.of(), List.of(), directs, List.of(), around.at(), Optional.empty());
  }

  private Text text(TypeRef type) {
    ShapeUse use = Objects.requireNonNull(outer.get(type.fullName()));
    return new Text(use.simpleName(), around.at());
  }
}
