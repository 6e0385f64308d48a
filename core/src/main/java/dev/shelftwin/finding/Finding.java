package dev.shelftwin.finding;

import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Something that a rule found.
 *
 * @param rule which rule
 * @param concept the concept it is about
 * @param hop the hop it shows on, as {@code A->B}; empty where it is about a shape or the plan
 * @param field the field, as {@code Shape.field}; empty where it is about a whole shape
 * @param message what is wrong, as a sentence without a full stop
 * @param remedies ways to settle it, the best first
 * @param at where to look
 */
public record Finding(
    RuleId rule,
    String concept,
    Optional<String> hop,
    Optional<String> field,
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

  public Severity severity() {
    return rule.severity();
  }
}
