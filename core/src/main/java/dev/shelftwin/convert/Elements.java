package dev.shelftwin.convert;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;

/** Containers, element by element. */
public final class Elements {

  /** Arrays of these have streams (java.util.Arrays); those of other primitive types have none. */
  private static final Set<String> STREAMED = Set.of("int", "long", "double");

  private Elements() {}

  /**
   * The way from one container to another.
   *
   * @param each the way of an element, of a key
   */
  public static Optional<Conversion> between(
      TypeRef from, TypeRef to, BiFunction<TypeRef, TypeRef, Optional<Conversion>> each) {
    Optional<Container> source = Container.of(from);
    Optional<Container> target = Container.of(to);
    if (source.isEmpty() || target.isEmpty() || !fit(from, to)) {
      return Optional.empty();
    }
    Optional<Conversion> keys =
        source.get() == Container.MAP
            ? each.apply(from.arguments().get(0), to.arguments().get(0))
            : Optional.of(Conversion.NONE);
    Optional<Conversion> elements = each.apply(Container.element(from), Container.element(to));
    return keys.isPresent() && elements.isPresent()
        ? Optional.of(
            new Conversion(List.of(step(from, to, source.get(), keys.get(), elements.get()))))
        : Optional.empty();
  }

  static List<Description> descriptions() {
    return List.of(
        new Description(
            "List, Set, SortedSet, Collection, array",
            "any other of them",
            "each element by itself; none may be null",
            Set.of(),
            false),
        new Description(
            "List, array",
            "Set, SortedSet",
            "each element by itself",
            Set.of(Loss.ORDER, Loss.DUPLICATES),
            false),
        new Description("Map", "Map", "each key and value by itself", Set.of(), false));
  }

  /** A new container of the same type with the same elements. */
  public static Conversion copy(TypeRef type) {
    Form form = new Form.Each(type, type, Conversion.NONE, Conversion.NONE);
    return new Conversion(List.of(new Step("copied", type, type, form, Set.of(), false)));
  }

  private static boolean fit(TypeRef from, TypeRef to) {
    boolean maps = Container.of(from).filter(Container.MAP::equals).isPresent();
    return maps == Container.of(to).filter(Container.MAP::equals).isPresent()
        && isStreamed(from)
        && isStreamed(to);
  }

  private static boolean isStreamed(TypeRef type) {
    return !type.isArray()
        || !Container.element(type).isPrimitive()
        || STREAMED.contains(Container.element(type).name());
  }

  private static Step step(
      TypeRef from, TypeRef to, Container source, Conversion keys, Conversion elements) {
    Container target = Container.of(to).orElseThrow();
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    losses.addAll(keys.losses());
    losses.addAll(elements.losses());
    if (source.isOrdered() && !target.isOrdered()) {
      losses.add(Loss.ORDER);
    }
    if (source.hasDuplicates() && !target.hasDuplicates()) {
      losses.add(Loss.DUPLICATES);
    }
    String name = source == target ? "" : "as " + to.simpleName() + "[]".repeat(to.dimensions());
    String each = elements.isNone() ? "" : "each " + elements;
    return new Step(
        (name + " " + each).strip(),
        from,
        to,
        new Form.Each(from, to, keys, elements),
        losses,
        false);
  }
}
