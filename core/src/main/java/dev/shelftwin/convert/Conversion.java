package dev.shelftwin.convert;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The way from one type to another.
 *
 * @param steps in order; none where the value arrives as it is, boxed or in an optional or not
 */
public record Conversion(List<Step> steps) {

  /** The value arrives as it is. */
  public static final Conversion NONE = new Conversion(List.of());

  public Conversion {
    steps = List.copyOf(steps);
  }

  public boolean isNone() {
    return steps.isEmpty();
  }

  /** Whether some values are refused with an exception. */
  public boolean mayRefuse() {
    return steps.stream().anyMatch(Step::mayRefuse);
  }

  /** What may be lost on the way. */
  public Set<Loss> losses() {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    steps.forEach(step -> losses.addAll(step.losses()));
    return losses;
  }

  /** What the steps do, for readers of the ledger. */
  @Override
  public String toString() {
    return steps.stream().map(Step::name).collect(Collectors.joining(", "));
  }
}
