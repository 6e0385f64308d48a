package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * The version of a row that its mapper cannot write. An update compares it with the version that
 * the source has, and refuses a row that somebody else has changed.
 *
 * @param from the version in the source
 * @param into the version of the row
 * @param how converts the source's version to the type of the row's
 */
public record ComparedVersion(Field from, Field into, Conversion how, Optional<Row> row)
    implements FieldMapping {

  public ComparedVersion {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(into, "into");
    Objects.requireNonNull(how, "how");
    Objects.requireNonNull(row, "row");
  }

  @Override
  public List<Field> sources() {
    return List.of(from);
  }

  @Override
  public Optional<Field> target() {
    return Optional.of(into);
  }

  @Override
  public Optional<Conversion> conversion() {
    return Optional.of(how);
  }

  @Override
  public Optional<String> reason() {
    return Optional.of("an update refuses a row of another version");
  }

  @Override
  public Account account() {
    return Account.STAYS;
  }

  @Override
  public <R> R fold(MappingCases<R> cases) {
    return cases.compared(this);
  }
}
