package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;

/**
 * One step of a conversion. It is never applied to null.
 *
 * @param label what the step does, as shown in the ledger
 * @param from the type of its input
 * @param to the type of its result
 * @param operation what it does
 * @param losses what may be lost
 * @param mayReject whether it throws for some values
 */
public record Step(
    String label,
    TypeRef from,
    TypeRef to,
    Operation operation,
    Set<Loss> losses,
    boolean mayReject) {

  public Step {
    Objects.requireNonNull(label, "label");
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(operation, "operation");
    losses = Set.copyOf(losses);
  }

  /** This step with other losses. */
  Step losing(Set<Loss> other) {
    return new Step(label, from, to, operation, other, mayReject);
  }

  /** Whether this step rejects some values, given which mappers of other concepts do. */
  boolean mayReject(Predicate<Operation.CallMapper> mapper) {
    if (operation instanceof Operation.CallMapper call) {
      return mapper.test(call);
    }
    return operation instanceof Operation.EachElement each
        ? each.nested().stream().anyMatch(conversion -> conversion.mayReject(mapper))
        : mayReject;
  }
}
