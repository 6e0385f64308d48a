package dev.shelftwin.facts;

import dev.shelftwin.shape.Limits;
import java.math.BigDecimal;
import java.util.Set;
import java.util.stream.Stream;

/** What the constraints of Jakarta Validation say (version 3.1, §7; also the older package). */
final class ValidationFacts {

  private static final Set<String> PACKAGES =
      Set.of("jakarta.validation.constraints", "javax.validation.constraints");

  private final AnnotationSet annotations;

  ValidationFacts(AnnotationSet annotations) {
    this.annotations = annotations;
  }

  /** Adds the constraints of a text; a text that must not be blank has at least one character. */
  void addTextLimits(Limits.Builder limits) {
    values("Size", "min").map(min -> (Integer) min).forEach(limits::minLength);
    values("Size", "max")
        .map(max -> (Integer) max)
        .filter(max -> max < Integer.MAX_VALUE)
        .forEach(limits::maxLength);
    values("NotEmpty", "groups").forEach(any -> limits.minLength(1));
    values("NotBlank", "groups").forEach(any -> limits.minLength(1));
    values("Pattern", "regexp").forEach(regexp -> limits.pattern((String) regexp));
  }

  /**
   * Adds the constraints of a number.
   *
   * @param whole whether the type has whole numbers only
   */
  void addNumberLimits(Limits.Builder limits, boolean whole) {
    values("Min", "value").forEach(min -> limits.min(bound(min, true)));
    values("Max", "value").forEach(max -> limits.max(bound(max, true)));
    decimals("DecimalMin").forEach(limits::min);
    decimals("DecimalMax").forEach(limits::max);
    // A positive whole number is at least one.
    values("Positive", "groups").forEach(any -> limits.min(bound(whole ? 1 : 0, whole)));
    values("Negative", "groups").forEach(any -> limits.max(bound(whole ? -1 : 0, whole)));
    values("PositiveOrZero", "groups").forEach(any -> limits.min(bound(0, true)));
    values("NegativeOrZero", "groups").forEach(any -> limits.max(bound(0, true)));
    values("Digits", "integer").forEach(count -> limits.digits((Integer) count));
    if (!whole) {
      values("Digits", "fraction").forEach(count -> limits.scale((Integer) count));
    }
  }

  private Stream<Limits.Bound> decimals(String name) {
    return annotations
        .all(PACKAGES, name)
        .map(
            annotation ->
                new Limits.Bound(
                    new BigDecimal((String) annotation.value("value").orElseThrow()),
                    annotation.value("inclusive").filter(Boolean.TRUE::equals).isPresent()));
  }

  private static Limits.Bound bound(Object value, boolean inclusive) {
    return new Limits.Bound(new BigDecimal(value.toString()), inclusive);
  }

  /** A member of every constraint of that name. */
  private Stream<Object> values(String name, String member) {
    return annotations.all(PACKAGES, name).flatMap(one -> one.value(member).stream());
  }
}
