package dev.shelftwin.ledger;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Table;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Which columns the values of a request become, on their way through the hub.
 *
 * @param request comes in
 * @param rows what it becomes; not empty
 */
public record StoredRequest(ResolvedShape request, List<StoredRow> rows) {

  public StoredRequest {
    Objects.requireNonNull(request, "request");
    rows = List.copyOf(rows);
  }

  /**
   * A row that a request becomes.
   *
   * @param values in the order of the columns
   * @param parts objects in the request whose values become rows or columns of their own
   * @param keys of the row's table; empty if none of the values becomes one of their columns
   */
  public record StoredRow(
      ResolvedShape row, List<StoredValue> values, List<StoredPart> parts, List<Table.Key> keys) {
    public StoredRow {
      Objects.requireNonNull(row, "row");
      values = List.copyOf(values);
      parts = List.copyOf(parts);
      keys = List.copyOf(keys);
    }

    /** The name of the table; empty if another type may say it. */
    public String table() {
      Optional<String> named = row.shape().table().flatMap(Table::name);
      boolean mayBeOfSupertype = !row.shape().supertypes().isEmpty();
      return named.orElseGet(() -> mayBeOfSupertype ? "" : row.shape().type().simpleName());
    }
  }

  /**
   * A value that becomes a column.
   *
   * @param from in the request
   * @param into in the row
   * @param column the name of the column
   * @param length the maximum length of the column, if the text's length is not changed on the way
   * @param isVersion whether the column is the row's version
   */
  public record StoredValue(
      Field from, Field into, String column, OptionalInt length, boolean isVersion) {
    public StoredValue {
      Objects.requireNonNull(from, "from");
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(column, "column");
      Objects.requireNonNull(length, "length");
    }
  }

  /**
   * An object, or a container of objects, that another concept's mapper maps.
   *
   * @param from in the request
   * @param concept the other concept
   * @param request its shape there
   */
  public record StoredPart(Field from, ConceptLedger concept, ResolvedShape request) {
    public StoredPart {
      Objects.requireNonNull(from, "from");
      Objects.requireNonNull(concept, "concept");
      Objects.requireNonNull(request, "request");
    }
  }
}
