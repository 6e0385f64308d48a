package dev.shelftwin.observe;

import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.convert.Units;
import dev.shelftwin.ledger.Account;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What a mapper does with a field.
 *
 * @param target the path in the target; empty if a source reaches nothing
 * @param sources the paths in the source; in brackets for further parameters of the mapper
 * @param account what happens
 * @param conversion how the value changes; empty if it stays the same
 * @param condition when it happens; empty if always
 * @param evidence a source value and what became of it, as text; at most two
 */
public record Flow(
    Optional<String> target,
    List<String> sources,
    Account account,
    Optional<String> conversion,
    Optional<String> condition,
    List<String> evidence) {

  static final String BY_THE_MAPPER = "by the mapper";

  public Flow {
    Objects.requireNonNull(target, "target");
    sources = List.copyOf(sources);
    Objects.requireNonNull(account, "account");
    Objects.requireNonNull(conversion, "conversion");
    Objects.requireNonNull(condition, "condition");
    evidence = List.copyOf(evidence);
  }

  /** Whether an object that the mapper asks gives the value. */
  boolean isByCollaborator() {
    return conversion.filter(text -> text.startsWith("by ")).isPresent()
        && !conversion.get().equals(BY_THE_MAPPER);
  }

  /** Whether such an object was given a whole object; only it knows which fields it uses. */
  boolean isByCollaboratorOfObject() {
    return isByCollaborator() && sources.size() > 1;
  }

  /** Whether a further argument of the mapper, as it is, reaches the target. */
  public boolean isOfFurtherArgument() {
    return sources.size() == 1 && sources.get(0).matches("\\([^)]*\\)");
  }

  /** The word with which a plan names the conversion, as in {@code unit: millis}; else empty. */
  Optional<String> planWord() {
    return conversion.flatMap(
        label ->
            DateFormats.inLabel(label)
                .map(pattern -> "format: \"" + pattern + '"')
                .or(() -> Units.inLabel(label).map(unit -> "unit: " + Units.key(unit))));
  }

  Flow as(Account other) {
    return new Flow(target, sources, other, conversion, condition, evidence);
  }
}
