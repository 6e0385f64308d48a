package dev.shelftwin.finding;

import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A problem that a rule found.
 *
 * @param rule the rule
 * @param concept the concept that it is about; a layer or package for rules about those
 * @param hop the hop that shows it; empty if it is about a shape or the plan
 * @param field the field; empty if it is about a whole shape
 * @param message what is wrong, as sentences
 * @param remedies ways to resolve it, the best first
 * @param at where to look
 */
public record Finding(
    RuleId rule,
    String concept,
    Optional<HopId> hop,
    Optional<FieldId> field,
    String message,
    List<Remedy> remedies,
    Place at) {

  public Finding {
    Objects.requireNonNull(rule, "rule");
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(message, "message");
    remedies = List.copyOf(remedies);
    Objects.requireNonNull(at, "at");
  }

  /** A finding about no hop and no field. */
  public static Finding of(
      RuleId rule, String concept, String message, Place at, Remedy... remedies) {
    return new Finding(
        rule, concept, Optional.empty(), Optional.empty(), message, List.of(remedies), at);
  }

  /** This finding with another message. */
  public Finding withMessage(String other) {
    return new Finding(rule, concept, hop, field, other, remedies, at);
  }

  public Severity severity() {
    return rule.severity();
  }
}
