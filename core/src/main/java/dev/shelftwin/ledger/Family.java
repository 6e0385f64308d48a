package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.shape.TypeRef;
import java.util.List;

/**
 * The subtypes of an abstract type on one hop; each is a concept of its own.
 *
 * @param subtypes the mapper of each subtype, in the order of the plan
 * @param missing the subtypes in the source's layer that no mapper maps to the target's layer
 */
public record Family(List<Operation.CallMapper> subtypes, List<TypeRef> missing) {

  public Family {
    subtypes = List.copyOf(subtypes);
    missing = List.copyOf(missing);
  }
}
