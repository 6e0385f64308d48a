package dev.shelftwin.convert;

import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** All built-in conversions. The first strategy that knows a conversion is used. */
public final class Catalogue implements ConversionFinder {

  private static final List<ConversionStrategy> STRATEGIES =
      List.of(
          new NumberWidening(),
          new JdkConversions(),
          new MessageConversions(),
          new PrefixedConstants(),
          new EnumToText(),
          new TextToEnum(),
          new ValueUnwrapping(),
          new ValueWrapping());

  /** Deeper than value objects are nested in practice; ends the search in recursive types. */
  private static final int MAX_DEPTH = 4;

  private final Shapes shapes;
  private final NestedMappers mappers;
  private final int depth;

  /**
   * Creates a catalogue.
   *
   * @param shapes the users' types
   * @param mappers the types that have mappers of their own
   */
  public Catalogue(Shapes shapes, NestedMappers mappers) {
    this(shapes, mappers, 0);
  }

  private Catalogue(Shapes shapes, NestedMappers mappers, int depth) {
    this.shapes = shapes;
    this.mappers = mappers;
    this.depth = depth;
  }

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to) {
    TypeRef source = from.present();
    TypeRef target = to.present();
    if (source.boxed().equals(target.boxed())) {
      return Optional.of(Conversion.NONE);
    }
    if (depth == MAX_DEPTH) {
      return Optional.empty();
    }
    Catalogue rest = new Catalogue(shapes, mappers, depth + 1);
    return mappers
        .between(source, target)
        .map(Conversion::of)
        .or(() -> ElementConversions.between(source, target, rest::between))
        .or(
            () ->
                STRATEGIES.stream()
                    .flatMap(strategy -> strategy.between(source, target, rest).stream())
                    .findFirst());
  }

  /** Descriptions of all built-in conversions, in the order in which they are tried. */
  public static List<ConversionDescription> descriptions() {
    List<ConversionDescription> all = new ArrayList<>();
    all.add(
        new ConversionDescription(
            "a type of a concept",
            "its type in the other layer",
            "the concept's mapper",
            Set.of(),
            true));
    all.addAll(ElementConversions.descriptions());
    STRATEGIES.forEach(strategy -> all.addAll(strategy.descriptions()));
    return List.copyOf(all);
  }

  @Override
  public Shapes shapes() {
    return shapes;
  }
}
