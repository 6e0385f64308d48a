package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * The account of one field on one hop.
 *
 * @param sources fields of the source; none where the value comes from elsewhere
 * @param target field of the target; empty where the source field goes no further. It may be a mere
 *     parameter of what makes the target
 * @param account what becomes of it
 * @param conversion how source becomes target; empty where nothing is carried, or no way leads
 *     there
 * @param given where the value comes from, for {@link Account#GIVEN}
 * @param reason the plan's reason, where it gives one
 * @param row the plan's row about the field, if it has one
 */
public record Entry(
    List<Field> sources,
    Optional<Field> target,
    Account account,
    Optional<Conversion> conversion,
    Optional<Given> given,
    Optional<String> reason,
    Optional<Row> row) {

  public Entry {
    sources = List.copyOf(sources);
    Objects.requireNonNull(target, "target");
    Objects.requireNonNull(account, "account");
    Objects.requireNonNull(conversion, "conversion");
    Objects.requireNonNull(given, "given");
    Objects.requireNonNull(reason, "reason");
    Objects.requireNonNull(row, "row");
  }

  static Entry carried(Field source, Field target, Conversion conversion, Optional<Row> row) {
    Account account = conversion.isNone() ? Account.CARRIED : Account.CONVERTED;
    return of(account, List.of(source), target, conversion, row);
  }

  static Entry split(Field source, Field target, Conversion conversion, Optional<Row> row) {
    return of(Account.SPLIT, List.of(source), target, conversion, row);
  }

  static Entry joined(List<Field> sources, Field target, Conversion conversion, Optional<Row> row) {
    return of(Account.JOINED, sources, target, conversion, row);
  }

  private static Entry of(
      Account account,
      List<Field> sources,
      Field target,
      Conversion conversion,
      Optional<Row> row) {
    return new Entry(
        sources,
        Optional.of(target),
        account,
        Optional.of(conversion),
        Optional.empty(),
        Optional.empty(),
        row);
  }

  static Entry given(Field target, Given given, Optional<Conversion> conversion, Row row) {
    return new Entry(
        List.of(),
        Optional.of(target),
        Account.GIVEN,
        conversion,
        Optional.of(given),
        Optional.empty(),
        Optional.of(row));
  }

  static Entry target(Field target, Account account, String reason, Optional<Row> row) {
    return uncarried(List.of(), Optional.of(target), account, reason, row);
  }

  static Entry source(Field source, Account account, String reason, Optional<Row> row) {
    return uncarried(List.of(source), Optional.empty(), account, reason, row);
  }

  static Entry mismatch(Field source, Field target, Optional<Row> row) {
    return uncarried(List.of(source), Optional.of(target), Account.UNFILLED, "", row);
  }

  private static Entry uncarried(
      List<Field> sources, Optional<Field> target, Account account, String why, Optional<Row> row) {
    Optional<String> reason = why.isEmpty() ? Optional.empty() : Optional.of(why);
    return new Entry(sources, target, account, Optional.empty(), Optional.empty(), reason, row);
  }

  /** Whether a source exists and no conversion leads from it to the target. */
  public boolean isMismatch() {
    return account == Account.UNFILLED && !sources.isEmpty();
  }

  /** Whether a value of the source arrives. */
  public boolean isCarried() {
    return !sources.isEmpty() && conversion.isPresent();
  }

  /** Whether the plan gives a value that is handed to the target. */
  public boolean isHandedIn() {
    return given.filter(said -> said.source() != Given.Source.FACTORY).isPresent();
  }

  /** The source field, where there is exactly one. */
  public Optional<Field> source() {
    return sources.size() == 1 ? Optional.of(sources.get(0)) : Optional.empty();
  }
}
