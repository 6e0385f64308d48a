package dev.shelftwin.ledger;

import dev.shelftwin.convert.Form;
import dev.shelftwin.shape.TypeRef;
import java.util.List;

/**
 * The kinds of an abstract type on one hop; each is a concept of its own.
 *
 * @param kinds the mapper of each kind, in the order of the plan
 * @param missing kinds that the source's layer has and no mapper carries to the target's layer
 */
public record Family(List<Form.Mapped> kinds, List<TypeRef> missing) {

  public Family {
    kinds = List.copyOf(kinds);
    missing = List.copyOf(missing);
  }
}
