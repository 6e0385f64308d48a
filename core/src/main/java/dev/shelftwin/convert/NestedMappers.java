package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Says which types have mappers of their own. */
@FunctionalInterface
public interface NestedMappers {

  /** No type has a mapper. */
  NestedMappers NONE = (from, to) -> Optional.empty();

  /** The call of the mapper from one type to another; empty if there is none. */
  Optional<Step> between(TypeRef from, TypeRef to);
}
