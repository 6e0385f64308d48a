package dev.shelftwin.shape;

import java.util.Objects;
import java.util.Optional;

/**
 * The methods that add and remove single elements of a field that is otherwise read-only.
 *
 * @param add adds an element; its type is the element's type
 * @param remove removes an element; empty if there is no such method
 */
public record ElementAdder(Access add, Optional<Access> remove) {

  public ElementAdder {
    Objects.requireNonNull(add, "add");
    Objects.requireNonNull(remove, "remove");
  }
}
