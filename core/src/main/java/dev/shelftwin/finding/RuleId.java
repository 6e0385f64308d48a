package dev.shelftwin.finding;

import dev.shelftwin.shape.Keys;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The identity of every rule: its name in reports and plans, its severity, and what it is about.
 */
public enum RuleId {
  LOST_FIELD(Severity.ERROR, "a field that reaches nothing"),
  UNFILLED_FIELD(Severity.ERROR, "a field that nothing fills"),
  TYPE_MISMATCH(Severity.ERROR, "two types that no conversion leads between"),
  LOSSY_CONVERSION(Severity.ERROR, "a conversion that may lose something"),
  ENUM_GAP(Severity.ERROR, "a constant that one layer has and another has not"),
  FAMILY_GAP(Severity.ERROR, "a kind of an abstract type that one layer has and another has not"),
  LIMIT_MISMATCH(Severity.WARNING, "limits that differ between two layers"),
  LEAKED_KEY(Severity.ERROR, "a key of the store that is seen outside the store"),
  LEAKED_VERSION(Severity.ERROR, "a version of the store that is seen outside the store"),
  LEAKED_AUDIT(Severity.ERROR, "an audit column of the store that is seen outside the store"),
  LEAKED_TYPE(Severity.ERROR, "a type of the store that is seen outside the store"),
  LEAKED_ANNOTATION(Severity.ERROR, "an annotation of the store outside the store"),
  LEAKED_NAME(Severity.WARNING, "a column's name on the wire"),
  LEAKED_SECRET(Severity.ERROR, "a secret that goes out"),
  SUSPECTED_SECRET(Severity.WARNING, "a field that goes out and is called as secrets are"),
  OPEN_WRITE(Severity.ERROR, "a request that sets what those outside must not set"),
  ENDLESS_GRAPH(Severity.ERROR, "types that lead back to each other, which a serialiser follows"),
  LAYER_BREACH(Severity.ERROR, "a class that mentions a layer which it must not know"),
  UNREAD_CODE(Severity.WARNING, "code that could not be read and was left out"),
  UNNAMED_TYPE(Severity.NOTE, "a type of a layer that no concept names"),
  ODD_NAME(Severity.NOTE, "a name that is not as the plan says names are"),
  CROSSED_FIELDS(Severity.ERROR, "two rows that cross fields of the same names"),
  UNWRITABLE_MAPPER(Severity.ERROR, "a mapper that cannot be handed what it needs"),
  OPEN_QUESTION(Severity.ERROR, "a reason that the plan still owes"),
  STALE_ROW(Severity.WARNING, "a word of the plan that changes nothing"),
  UNKNOWN_NAME(Severity.ERROR, "a name in the plan that the code does not have"),
  FAILED_RULE(Severity.ERROR, "a rule that failed itself, by an error of Shelf Twin's own");

  /** Rules about what a field's row of the plan can settle. */
  private static final Set<RuleId> OF_FIELDS =
      EnumSet.range(LOST_FIELD, ENDLESS_GRAPH).stream()
          .collect(Collectors.toCollection(() -> EnumSet.of(CROSSED_FIELDS, ODD_NAME)));

  private final Severity severity;
  private final String summary;

  RuleId(Severity severity, String summary) {
    this.severity = severity;
    this.summary = summary;
  }

  /** As plans and reports write it. */
  public String key() {
    return Keys.of(this);
  }

  public Severity severity() {
    return severity;
  }

  /** Whether the row of a field may accept what it finds. */
  public boolean isOfFields() {
    return OF_FIELDS.contains(this);
  }

  /** What it finds, as a phrase. */
  public String summary() {
    return summary;
  }

  /** The rule with that key. */
  public static Optional<RuleId> of(String key) {
    return Arrays.stream(values()).filter(id -> id.key().equals(key)).findFirst();
  }
}
