package dev.shelftwin.finding;

import dev.shelftwin.shape.KebabCase;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The identity of each rule: its key, its severity, and what it finds. */
public enum RuleId {
  LOST_FIELD(Severity.ERROR, "a source field without a target"),
  UNFILLED_FIELD(Severity.ERROR, "a target field without a source"),
  TYPE_MISMATCH(Severity.ERROR, "two types that cannot be converted to each other"),
  LOSSY_CONVERSION(Severity.ERROR, "a conversion or column that may lose information"),
  ENUM_GAP(Severity.ERROR, "an enumeration constant without a counterpart in another layer"),
  FAMILY_GAP(Severity.ERROR, "a subtype without a counterpart in another layer"),
  LIMIT_MISMATCH(Severity.WARNING, "limits that differ between two layers"),
  MOVED_KEYS(Severity.WARNING, "child rows whose keys an update moves to other children"),
  LEAKED_KEY(Severity.ERROR, "a generated key outside the persistence layer"),
  LEAKED_VERSION(Severity.ERROR, "a row version outside the persistence layer"),
  LEAKED_AUDIT(Severity.ERROR, "an audit column outside the persistence layer"),
  LEAKED_TYPE(Severity.ERROR, "a persistence type outside the persistence layer"),
  LEAKED_ANNOTATION(Severity.ERROR, "a persistence annotation outside the persistence layer"),
  LEAKED_NAME(Severity.WARNING, "a column name in a transfer type"),
  LEAKED_SECRET(Severity.ERROR, "a secret in a response or in a text"),
  SUSPECTED_SECRET(Severity.WARNING, "an exposed field whose name looks like a secret"),
  OPEN_WRITE(Severity.ERROR, "a request that sets a protected field"),
  MAPPER_DROPS(Severity.ERROR, "an existing mapper that leaves a field out"),
  MAPPER_CROSSES(Severity.ERROR, "an existing mapper that takes the value of another field"),
  MAPPER_CONDITIONAL(Severity.WARNING, "an existing mapper that maps a field only sometimes"),
  MAPPER_SIDE_EFFECT(Severity.ERROR, "an existing mapper that changes more than its target"),
  MAPPER_SHARES(Severity.WARNING, "an existing mapper whose target holds objects of its source"),
  MAPPER_REFUSES_MISSING(Severity.ERROR, "an existing mapper that fails where a value is missing"),
  MAPPER_UNSTABLE(Severity.ERROR, "an existing mapper that does not always do the same"),
  MAPPER_DIFFERS(Severity.WARNING, "an existing mapper that does something else than the plan"),
  MAPPER_FAILS(Severity.ERROR, "an existing mapper that cannot be run"),
  TABLE_MISMATCH(Severity.ERROR, "a table that does not take what its row has"),
  TABLE_DRIFT(Severity.WARNING, "a table that is not as its row declares it"),
  ROW_BY_ROW(Severity.NOTE, "a relation that a mapper reads with a statement for each row"),
  DOCUMENT_MISMATCH(Severity.ERROR, "a document that describes a field otherwise than its type"),
  DOCUMENT_DRIFT(Severity.NOTE, "a type that its document does not describe, or the reverse"),
  DESCRIPTION_DRIFT(Severity.WARNING, "a class that is not as the plan describes it"),
  ENDLESS_GRAPH(Severity.ERROR, "types that refer to each other in a cycle when serialized"),
  LAYER_BREACH(Severity.ERROR, "a dependency between layers that is not allowed"),
  UNREAD_CODE(Severity.WARNING, "code that could not be read"),
  UNREAD_DOCUMENT(Severity.ERROR, "a document that could not be read"),
  UNNAMED_TYPE(Severity.NOTE, "a type of a layer that belongs to no concept"),
  ODD_NAME(Severity.NOTE, "a name that does not match the layer's naming pattern"),
  CROSSED_FIELDS(Severity.ERROR, "two rows that cross fields of the same names"),
  UNWRITABLE_MAPPER(Severity.ERROR, "a mapper that cannot be generated"),
  OPEN_QUESTION(Severity.ERROR, "a missing reason (?) in the plan"),
  STALE_ROW(Severity.WARNING, "a word of the plan without effect"),
  UNKNOWN_NAME(Severity.ERROR, "a name in the plan that the code does not have"),
  FAILED_RULE(Severity.ERROR, "a rule that failed because of an error in Shelf Twin");

  /** Rules whose findings the row of a field can accept. */
  private static final Set<RuleId> OF_FIELDS =
      EnumSet.range(LOST_FIELD, ENDLESS_GRAPH).stream()
          .collect(Collectors.toCollection(() -> EnumSet.of(CROSSED_FIELDS, ODD_NAME)));

  private final Severity severity;
  private final String summary;

  RuleId(Severity severity, String summary) {
    this.severity = severity;
    this.summary = summary;
  }

  /** The name in plans and reports. */
  public String key() {
    return KebabCase.of(this);
  }

  public Severity severity() {
    return severity;
  }

  /** Whether the row of a field can accept its findings. */
  public boolean isOfFields() {
    return OF_FIELDS.contains(this);
  }

  /** Whether only a trial finds it, in the users' mappers or their database. */
  public boolean isOfTrials() {
    return compareTo(MAPPER_DROPS) >= 0 && compareTo(ROW_BY_ROW) <= 0;
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
