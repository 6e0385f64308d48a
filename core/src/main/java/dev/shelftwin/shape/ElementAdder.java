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

  /** The methods of the collection itself, which a getter shows. */
  public static ElementAdder of(Access getter, TypeRef element) {
    return new ElementAdder(
        ofCollection("add", getter, element), Optional.of(ofCollection("remove", getter, element)));
  }

  private static Access ofCollection(String method, Access getter, TypeRef element) {
    return new Access(Access.Kind.METHOD, method, element, Visibility.PUBLIC).through(getter);
  }

  /** Whether elements are added to the collection that a getter returns. */
  public boolean isDirect() {
    return add.through().isPresent();
  }
}
