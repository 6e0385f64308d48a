package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The steps that convert a value of one type to another.
 *
 * @param steps in order; empty if the value is passed as it is, boxed or in an optional or not
 * @param absent replaces a missing value; empty if a missing value stays missing
 */
public record Conversion(List<Step> steps, Optional<Substitute> absent) {

  /** Passes the value as it is. */
  public static final Conversion NONE = new Conversion(List.of());

  public Conversion {
    steps = List.copyOf(steps);
    Objects.requireNonNull(absent, "absent");
  }

  public Conversion(List<Step> steps) {
    this(steps, Optional.empty());
  }

  /** Returns a conversion of one step. */
  public static Conversion of(Step step) {
    return new Conversion(List.of(step));
  }

  /** Returns this conversion followed by another. */
  public Conversion then(Conversion next) {
    return new Conversion(Stream.concat(steps.stream(), next.steps.stream()).toList());
  }

  /** Returns this conversion with a replacement for missing values. */
  public Conversion orElse(Substitute substitute) {
    return new Conversion(steps, Optional.of(substitute));
  }

  /**
   * The replacement for a missing value.
   *
   * @param literal a text, whole number, number or boolean of the plan
   * @param conversion from the literal to the type
   * @param type the type of the replacement
   */
  public record Substitute(Object literal, Conversion conversion, TypeRef type) {
    public Substitute {
      Objects.requireNonNull(literal, "literal");
      Objects.requireNonNull(conversion, "conversion");
      Objects.requireNonNull(type, "type");
    }
  }

  public boolean isNone() {
    return steps.isEmpty();
  }

  /** The operation, if the conversion has exactly one step; otherwise empty. */
  public Optional<Operation> onlyOperation() {
    return steps.size() == 1 ? Optional.of(steps.get(0).operation()) : Optional.empty();
  }

  /**
   * Whether some values are rejected with an exception.
   *
   * @param mapper whether the mapper of another concept rejects some values
   */
  public boolean mayReject(Predicate<Operation.CallMapper> mapper) {
    return steps.stream().anyMatch(step -> step.mayReject(mapper));
  }

  /** The losses of all steps, and of a replacement for missing values. */
  public Set<Loss> losses() {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    steps.stream().map(Step::losses).flatMap(Collection::stream).forEach(losses::add);
    if (absent.isPresent()) {
      losses.add(Loss.ABSENCE);
    }
    return losses;
  }

  /** This conversion and those of the elements, keys and parts inside it. */
  public Stream<Conversion> withNested() {
    return Stream.concat(
        Stream.of(this),
        steps.stream()
            .flatMap(step -> step.operation().nested().stream())
            .flatMap(Conversion::withNested));
  }

  /** All operations, also those of nested conversions. */
  public Stream<Operation> operations() {
    return withNested().flatMap(conversion -> conversion.steps().stream()).map(Step::operation);
  }

  /** All operations of one kind, also those of nested conversions. */
  public <O extends Operation> Stream<O> operations(Class<O> kind) {
    return operations().filter(kind::isInstance).map(kind::cast);
  }

  /** The labels of the steps, as shown in the ledger. */
  @Override
  public String toString() {
    return steps.stream().map(Step::label).collect(Collectors.joining(", "));
  }
}
