package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Knows which types have mappers of their own. */
@FunctionalInterface
public interface Nesting {
  /** No type has one. */
  Nesting NONE = (from, to) -> Optional.empty();

  /** The step by the mapper that leads from one type to another; empty where there is none. */
  Optional<Step> between(TypeRef from, TypeRef to);
}
