package dev.shelftwin.convert;

import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Finds conversions between types. */
public interface ConversionFinder {

  /**
   * The conversion from one type to another; empty if there is none. Optionals and boxed types are
   * treated like the types that they hold.
   */
  Optional<Conversion> between(TypeRef from, TypeRef to);

  /** The users' types. */
  Shapes shapes();

  /** A step, followed by the conversion from its result to a type. */
  default Optional<Conversion> then(Step first, TypeRef to) {
    return between(first.to(), to).map(rest -> Conversion.of(first).then(rest));
  }

  /** The conversion from a type to the input of a step, followed by that step. */
  default Optional<Conversion> before(TypeRef from, Step last) {
    return between(from, last.from()).map(rest -> rest.then(Conversion.of(last)));
  }
}
