package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;

/** One kind of built-in conversion. */
interface ConversionStrategy {

  /**
   * The conversion from one type to another; empty if this strategy has none.
   *
   * @param from neither an optional nor equal to the target
   * @param to not an optional
   * @param catalogue converts nested values
   */
  Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue);

  /** Descriptions of the conversions, for the documentation. */
  List<ConversionDescription> descriptions();
}
