package dev.shelftwin.convert;

import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Every conversion there is. The first strategy that knows a way is taken. */
public final class Catalogue {

  private static final List<Strategy> STRATEGIES =
      List.of(
          new NumberWidening(),
          new JdkConversions(),
          new EnumToText(),
          new TextToEnum(),
          new ValueUnwrapping(),
          new ValueWrapping());

  /** A value object in a value object is as deep as anybody goes. */
  private static final int DEEPEST = 4;

  private final Shapes shapes;
  private final Nesting nesting;
  private final int depth;

  /** A catalogue that knows the users' types, and which of them have mappers of their own. */
  public Catalogue(Shapes shapes, Nesting nesting) {
    this(shapes, nesting, 0);
  }

  private Catalogue(Shapes shapes, Nesting nesting, int depth) {
    this.shapes = shapes;
    this.nesting = nesting;
    this.depth = depth;
  }

  /**
   * The way from one type to another; empty where there is none. Whether a value is there or not,
   * and whether it is boxed, makes no difference.
   */
  public Optional<Conversion> between(TypeRef from, TypeRef to) {
    TypeRef source = from.present();
    TypeRef target = to.present();
    if (source.boxed().equals(target.boxed())) {
      return Optional.of(Conversion.NONE);
    }
    if (depth == DEEPEST) {
      return Optional.empty();
    }
    Optional<Conversion> mapped =
        nesting.between(source, target).map(step -> new Conversion(List.of(step)));
    Catalogue rest = new Catalogue(shapes, nesting, depth + 1);
    return mapped
        .or(() -> Elements.between(source, target, rest::between))
        .or(
            () ->
                STRATEGIES.stream()
                    .flatMap(strategy -> strategy.between(source, target, rest).stream())
                    .findFirst());
  }

  /** Everything in the catalogue, in the order in which it is looked up. */
  public static List<Description> descriptions() {
    List<Description> all = new ArrayList<>();
    all.add(of("a type of a concept", "its type in the other layer", "the concept's mapper"));
    all.addAll(Elements.descriptions());
    STRATEGIES.forEach(strategy -> all.addAll(strategy.descriptions()));
    return List.copyOf(all);
  }

  private static Description of(String from, String to, String how) {
    return new Description(from, to, how, Set.of(), true);
  }

  Shapes shapes() {
    return shapes;
  }

  /** A step before the way that leads on from where it ends. */
  public Optional<Conversion> then(Step first, TypeRef to) {
    return between(first.to(), to)
        .map(
            rest ->
                new Conversion(Stream.concat(Stream.of(first), rest.steps().stream()).toList()));
  }

  /** The way that leads to where a last step begins, and that step. */
  public Optional<Conversion> before(TypeRef from, Step last) {
    return between(from, last.from())
        .map(
            rest -> new Conversion(Stream.concat(rest.steps().stream(), Stream.of(last)).toList()));
  }
}
