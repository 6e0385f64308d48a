package dev.shelftwin.ledger;

import dev.shelftwin.shape.KebabCase;
import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * What is not the same in a type of a concept before and after.
 *
 * @param concept the concept
 * @param layer the layer of the type
 * @param shape the type's simple name
 * @param field the field; empty if the type as a whole is new
 * @param kind what happened
 * @param before what it was; empty if there was nothing
 * @param after what it is; empty if there is nothing any more
 * @param at where the type or the field is, or the type where the field is gone
 */
public record ShapeChange(
    String concept,
    String layer,
    String shape,
    String field,
    Kind kind,
    String before,
    String after,
    Place at) {

  public ShapeChange {
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(shape, "shape");
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(kind, "kind");
    Objects.requireNonNull(before, "before");
    Objects.requireNonNull(after, "after");
    Objects.requireNonNull(at, "at");
  }

  /** What may happen to a type. */
  public enum Kind {
    /** The type was not there before. */
    NEW_TYPE,
    /** The field was not there before. */
    ADDED,
    /** The field was not there before, and it goes out. */
    EXPOSED,
    /** The field is not there any more. */
    REMOVED,
    /** The field has another type. */
    RETYPED,
    /** The value may be missing now, or must be there. */
    PRESENCE,
    /** The field allows other values. */
    LIMITS;

    /** The word in texts and documents. */
    public String key() {
      return KebabCase.of(this);
    }
  }
}
