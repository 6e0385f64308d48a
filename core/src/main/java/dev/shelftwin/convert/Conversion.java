package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The way from one type to another.
 *
 * @param steps in order; none where the value arrives as it is, boxed or in an optional or not
 * @param absent what stands for a value that is missing; empty where that is carried as missing
 */
public record Conversion(List<Step> steps, Optional<Substitute> absent) {

  /** The value arrives as it is. */
  public static final Conversion NONE = new Conversion(List.of());

  public Conversion {
    steps = List.copyOf(steps);
    Objects.requireNonNull(absent, "absent");
  }

  public Conversion(List<Step> steps) {
    this(steps, Optional.empty());
  }

  /** The same where something stands for a missing value. */
  public Conversion orElse(Substitute substitute) {
    return new Conversion(steps, Optional.of(substitute));
  }

  /**
   * What stands for a value that is missing.
   *
   * @param literal text, whole number, number or truth value
   * @param way from the literal to the type
   * @param type in which it is handed over
   */
  public record Substitute(Object literal, Conversion way, TypeRef type) {
    public Substitute {
      Objects.requireNonNull(literal, "literal");
      Objects.requireNonNull(way, "way");
      Objects.requireNonNull(type, "type");
    }
  }

  public boolean isNone() {
    return steps.isEmpty();
  }

  /**
   * Whether some values are refused with an exception.
   *
   * @param mapper whether the mapper of another concept refuses some
   */
  public boolean mayRefuse(Predicate<Form.Mapped> mapper) {
    return steps.stream().anyMatch(step -> mayRefuse(step, mapper));
  }

  private static boolean mayRefuse(Step step, Predicate<Form.Mapped> mapper) {
    if (step.form() instanceof Form.Each each) {
      return each.keys().mayRefuse(mapper) || each.elements().mayRefuse(mapper);
    }
    return step.form() instanceof Form.Mapped mapped ? mapper.test(mapped) : step.mayRefuse();
  }

  /** What may be lost on the way. */
  public Set<Loss> losses() {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    steps.forEach(step -> losses.addAll(step.losses()));
    if (absent.isPresent()) {
      losses.add(Loss.ABSENCE);
    }
    return losses;
  }

  /** This one and those of elements, keys and parts inside it. */
  public Stream<Conversion> withInner() {
    return Stream.concat(
        Stream.of(this), steps.stream().map(Step::form).flatMap(Conversion::inner));
  }

  private static Stream<Conversion> inner(Form form) {
    if (form instanceof Form.Each each) {
      return Stream.concat(each.keys().withInner(), each.elements().withInner());
    }
    return form instanceof Form.Joined joined
        ? joined.parts().stream().flatMap(Conversion::withInner)
        : Stream.empty();
  }

  /** The forms of all steps, those inside others too. */
  public Stream<Form> forms() {
    return withInner().flatMap(way -> way.steps().stream()).map(Step::form);
  }

  /** What the steps do, for readers of the ledger. */
  @Override
  public String toString() {
    return steps.stream().map(Step::name).collect(Collectors.joining(", "));
  }
}
