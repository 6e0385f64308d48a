package dev.shelftwin.convert;

import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Every conversion there is. The first strategy that knows a way is taken. */
public final class Catalogue {

  private static final List<Strategy> STRATEGIES =
      List.of(
          new NumberWidening(),
          new NumberNarrowing(),
          new EnumToText(),
          new TextToEnum(),
          new ValueUnwrapping(),
          new ValueWrapping());

  /** A value object in a value object is as deep as anybody goes. */
  private static final int DEEPEST = 4;

  private final Shapes shapes;
  private final int depth;

  /** A catalogue that knows the users' types. */
  public Catalogue(Shapes shapes) {
    this(shapes, 0);
  }

  private Catalogue(Shapes shapes, int depth) {
    this.shapes = shapes;
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
    Catalogue rest = new Catalogue(shapes, depth + 1);
    return depth == DEEPEST
        ? Optional.empty()
        : STRATEGIES.stream()
            .flatMap(strategy -> strategy.between(source, target, rest).stream())
            .findFirst();
  }

  Shapes shapes() {
    return shapes;
  }

  /** A step before the way that leads on from where it ends. */
  Optional<Conversion> then(Step first, TypeRef to) {
    return between(first.to(), to)
        .map(
            rest ->
                new Conversion(Stream.concat(Stream.of(first), rest.steps().stream()).toList()));
  }

  /** The way that leads to where a last step begins, and that step. */
  Optional<Conversion> before(TypeRef from, Step last) {
    return between(from, last.from())
        .map(
            rest -> new Conversion(Stream.concat(rest.steps().stream(), Stream.of(last)).toList()));
  }
}
