package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;

/** One kind of conversion. */
interface Strategy {

  /**
   * The way from one type to another, neither of them an optional and not the same.
   *
   * @param catalogue finds the rest of the way
   */
  Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue);

  /** What it converts, for those who read about it. */
  List<Description> descriptions();
}
