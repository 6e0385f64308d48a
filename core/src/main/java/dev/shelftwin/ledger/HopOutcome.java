package dev.shelftwin.ledger;

import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import java.util.Comparator;
import java.util.Set;
import java.util.function.Predicate;

/**
 * The complete accounting of one hop with one creator.
 *
 * @param ledger the mappings of all fields
 * @param words the words of the plan that decided them
 */
record HopOutcome(HopLedger ledger, Set<PlanWord> words) {

  /**
   * The best outcome first: the one that leaves the fewest parameters without a source, then the
   * one that uses the most values that the plan gives, sets the most fields, can set the most of
   * them again in an existing row, is passed the fewest nulls, and takes the fields' own types.
   */
  static final Comparator<HopOutcome> BEST_FIRST =
      Comparator.comparingLong(HopOutcome::unfilledParameters)
          .thenComparing(HopOutcome::givenValues, Comparator.reverseOrder())
          .thenComparing(HopOutcome::settableFields, Comparator.reverseOrder())
          .thenComparing(HopOutcome::updatedFields, Comparator.reverseOrder())
          .thenComparing(HopOutcome::emptyParameters)
          .thenComparing(HopOutcome::parametersOfOwnTypes, Comparator.reverseOrder());

  HopOutcome {
    words = Set.copyOf(words);
  }

  /** The same for a hop with an existing mapper, which converts what we cannot. */
  HopOutcome byExistingMapper() {
    return new HopOutcome(ledger.byExistingMapper(), words);
  }

  private Creator creator() {
    return ledger.creator().orElseThrow();
  }

  private long unfilledParameters() {
    return parameters(FieldMapping.Unfilled.class::isInstance);
  }

  private long emptyParameters() {
    return parameters(this::staysEmpty);
  }

  private long parameters(Predicate<FieldMapping> condition) {
    return creator().parameters().stream()
        .map(Parameter::name)
        .flatMap(name -> ledger.into(name).stream())
        .filter(condition)
        .count();
  }

  /** Whether a field gets no value although the target could take one. */
  private boolean staysEmpty(FieldMapping mapping) {
    return mapping instanceof FieldMapping.Stays && !ledger.keepsPrevious(mapping);
  }

  private long givenValues() {
    return ledger.mappings().stream().filter(FieldMapping.Given.class::isInstance).count();
  }

  private long settableFields() {
    return ledger.hop().to().shape().storedFields().filter(this::isSettable).count();
  }

  private long updatedFields() {
    return ledger.hop().to().role() == Role.PERSISTENCE ? ledger.writes().size() : 0;
  }

  private boolean isSettable(Field field) {
    return ledger.slot(field).isPresent()
        && ledger.into(field.name()).filter(this::staysEmpty).isEmpty();
  }

  private long parametersOfOwnTypes() {
    return creator().parameters().stream()
        .filter(
            parameter ->
                ledger
                    .hop()
                    .to()
                    .shape()
                    .field(parameter.name())
                    .filter(field -> field.type().present().equals(parameter.type().present()))
                    .isPresent())
        .count();
  }
}
