package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.Optional;

/** Where a target value comes from if the source does not have it (the plan word {@code given}). */
public sealed interface GivenValue extends PlanWord {

  /** Calls the method of {@code cases} for this kind of source. */
  <R> R fold(Cases<R> cases);

  /** A short description for the ledger. */
  String label();

  /** Whether the mapper passes a value to the target; false if the target sets it itself. */
  default boolean isPassed() {
    return !(this instanceof FactoryRule);
  }

  /** Whether the value is known before the mapper runs. */
  default boolean isPredictable() {
    return this instanceof Constant || this instanceof CallerParameter;
  }

  /**
   * One method for each kind of source.
   *
   * @param <R> the result
   */
  interface Cases<R> {
    R constant(Constant source);

    R callerParameter(CallerParameter source);

    R suppliedValue(SuppliedValue source);

    R staticMethod(StaticMethod source);

    R factoryRule(FactoryRule source);
  }

  /**
   * A constant in the plan.
   *
   * @param literal a text, whole number, number or boolean; empty for null
   */
  record Constant(Optional<Object> literal, Place at) implements GivenValue {
    public Constant {
      Objects.requireNonNull(literal, "literal");
      Objects.requireNonNull(at, "at");
    }

    @Override
    public String label() {
      return literal.map(Object::toString).orElse("null");
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.constant(this);
    }
  }

  /** A parameter of the mapper's method. */
  record CallerParameter(Place at) implements GivenValue {
    public CallerParameter {
      Objects.requireNonNull(at, "at");
    }

    @Override
    public String label() {
      return "by the caller";
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.callerParameter(this);
    }
  }

  /** A {@link java.util.function.Supplier} that is passed to the mapper's constructor. */
  record SuppliedValue(Place at) implements GivenValue {
    public SuppliedValue {
      Objects.requireNonNull(at, "at");
    }

    @Override
    public String label() {
      return "by a supplier";
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.suppliedValue(this);
    }
  }

  /**
   * A static method without parameters.
   *
   * @param method as {@code Class.method}
   */
  record StaticMethod(Text method, Place at) implements GivenValue {
    public StaticMethod {
      Objects.requireNonNull(method, "method");
      Objects.requireNonNull(at, "at");
    }

    @Override
    public String label() {
      return "by " + method;
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.staticMethod(this);
    }
  }

  /** The target's own factory method or constructor sets the value. */
  record FactoryRule(Place at) implements GivenValue {
    public FactoryRule {
      Objects.requireNonNull(at, "at");
    }

    @Override
    public String label() {
      return "by the factory";
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.factoryRule(this);
    }
  }
}
