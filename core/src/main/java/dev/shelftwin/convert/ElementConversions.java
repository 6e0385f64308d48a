package dev.shelftwin.convert;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;

/** Conversions of containers, element by element. */
public final class ElementConversions {

  /** The primitive types that have streams (java.util.stream). */
  private static final Set<String> STREAMED = Set.of("int", "long", "double");

  private ElementConversions() {}

  /**
   * The conversion from one container to another; empty if either type is none or the elements
   * cannot be converted.
   *
   * @param each the conversion of an element, and of a map's key
   */
  public static Optional<Conversion> between(
      TypeRef from, TypeRef to, BiFunction<TypeRef, TypeRef, Optional<Conversion>> each) {
    Optional<Container> source = Container.of(from);
    Optional<Container> target = Container.of(to);
    if (source.isEmpty() || target.isEmpty() || !areCompatible(from, to)) {
      return Optional.empty();
    }
    Optional<Conversion> keys =
        source.get() == Container.MAP
            ? each.apply(from.arguments().get(0), to.arguments().get(0))
            : Optional.of(Conversion.NONE);
    Optional<Conversion> elements = each.apply(Container.element(from), Container.element(to));
    return keys.flatMap(
        ofKeys ->
            elements.map(
                ofElements ->
                    Conversion.of(
                        step(
                            source.get(),
                            target.get(),
                            new Operation.EachElement(from, to, ofKeys, ofElements)))));
  }

  /** The conversion of a value, or of each element of a container. */
  public static Optional<Conversion> oneOrEach(
      TypeRef from, TypeRef to, BiFunction<TypeRef, TypeRef, Optional<Conversion>> one) {
    TypeRef held = from.present();
    return Container.of(held).isPresent() ? between(held, to.present(), one) : one.apply(from, to);
  }

  /** The conversion that copies a container. */
  public static Conversion copy(TypeRef type) {
    Operation operation = new Operation.EachElement(type, type, Conversion.NONE, Conversion.NONE);
    return Conversion.of(new Step("copied", type, type, operation, Set.of(), false));
  }

  static List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "List, Set, SortedSet, Collection, array",
            "any other of them",
            "element by element; a null element is a fault",
            Set.of(),
            false),
        new ConversionDescription(
            "List, array",
            "Set, SortedSet",
            "element by element",
            Set.of(Loss.ORDER, Loss.DUPLICATES),
            false),
        new ConversionDescription("Map", "Map", "key by key and value by value", Set.of(), false));
  }

  private static boolean areCompatible(TypeRef from, TypeRef to) {
    return isMap(from) == isMap(to) && isStreamed(from) && isStreamed(to);
  }

  private static boolean isMap(TypeRef type) {
    return Container.of(type).filter(Container.MAP::equals).isPresent();
  }

  private static boolean isStreamed(TypeRef type) {
    return !type.isArray()
        || !Container.element(type).isPrimitive()
        || STREAMED.contains(Container.element(type).name());
  }

  private static Step step(Container source, Container target, Operation.EachElement each) {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    losses.addAll(each.keys().losses());
    losses.addAll(each.elements().losses());
    if (source.isOrdered() && !target.isOrdered()) {
      losses.add(Loss.ORDER);
    }
    if (source.hasDuplicates() && !target.hasDuplicates()) {
      losses.add(Loss.DUPLICATES);
    }
    TypeRef to = each.target();
    String container =
        source == target ? "" : "as " + to.simpleName() + "[]".repeat(to.dimensions());
    String element = each.elements().isNone() ? "" : "each " + each.elements();
    String label = (container + " " + element).strip();
    return new Step(label, each.source(), to, each, losses, false);
  }
}
