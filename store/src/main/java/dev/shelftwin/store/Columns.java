package dev.shelftwin.store;

import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.Table;
import java.lang.reflect.Field;
import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The columns that the database really has, from its own metadata (JDBC 4.3, DatabaseMetaData). */
final class Columns {

  /** Types by table and column, both in lower case and without underscores. */
  private final Map<String, Map<String, String>> types = new HashMap<>();

  /** Names as SQL writes them, by the same. */
  private final Map<String, Map<String, Name>> names = new HashMap<>();

  private final Map<Class<?>, Map<String, String>> byField = new HashMap<>();

  /** How databases name a column in a message: in quotes, after its table or before its type. */
  private static final Pattern NAMED =
      Pattern.compile("(?i)column\\s+[\"'`](?:[^\"'`]+[\"'`][.][\"'`])*([^\"'`\\s]+)");

  /** The quoted names of a table and one of its columns. */
  record Name(String table, String column) {}

  private Columns() {}

  static Columns read(RowTables tables) {
    Columns columns = new Columns();
    try (Connection connection = tables.source().getConnection()) {
      columns.read(connection, tables);
    } catch (SQLException failure) {
      throw new PersistenceException("the columns cannot be read", failure);
    }
    return columns;
  }

  private void read(Connection connection, RowTables tables) throws SQLException {
    DatabaseMetaData metadata = connection.getMetaData();
    String quote = metadata.getIdentifierQuoteString().strip();
    try (ResultSet all =
        metadata.getColumns(
            tables.catalog().orElse(null), tables.schema().orElse(null), null, null)) {
      while (all.next()) {
        types
            .computeIfAbsent(bare(all.getString("TABLE_NAME")), table -> new HashMap<>())
            .put(bare(all.getString("COLUMN_NAME")), type(all));
        names
            .computeIfAbsent(bare(all.getString("TABLE_NAME")), table -> new HashMap<>())
            .put(
                bare(all.getString("COLUMN_NAME")),
                new Name(
                    quote + all.getString("TABLE_NAME") + quote,
                    quote + all.getString("COLUMN_NAME") + quote));
      }
    }
  }

  /** The type of each field's column, by the field's name. */
  Map<String, String> types(Class<?> row) {
    return byField.computeIfAbsent(row, this::find);
  }

  /** The names of a field's column and its table; empty if the table has no such column. */
  Optional<Name> name(Class<?> row, Field field) {
    return Optional.ofNullable(
        names.getOrDefault(bare(table(row)), Map.of()).get(bare(column(field))));
  }

  private Map<String, String> find(Class<?> row) {
    Map<String, String> ofTable = types.getOrDefault(bare(table(row)), Map.of());
    Map<String, String> found = new HashMap<>();
    for (Class<?> level = row; level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        @Nullable String type = ofTable.get(bare(column(field)));
        if (type != null) {
          found.putIfAbsent(field.getName(), type);
        }
      }
    }
    return found;
  }

  /** The field whose column a database message names; empty if it names none. */
  String fieldIn(Class<?> row, String message) {
    Set<String> named =
        NAMED
            .matcher(message)
            .results()
            .map(found -> bare(found.group(1)))
            .collect(Collectors.toSet());
    for (Class<?> level = row; level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        if (named.contains(bare(column(field)))) {
          return field.getName();
        }
      }
    }
    return "";
  }

  /** The field whose converter threw; empty if none did. */
  static String convertedField(Class<?> row, Throwable thrown) {
    Set<String> classes =
        Arrays.stream(thrown.getStackTrace())
            .map(StackTraceElement::getClassName)
            .collect(Collectors.toSet());
    for (Class<?> level = row; level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        @Nullable Convert convert = field.getAnnotation(Convert.class);
        if (convert != null && classes.contains(convert.converter().getName())) {
          return field.getName();
        }
      }
    }
    return "";
  }

  static String table(Class<?> row) {
    @Nullable Table table = row.getAnnotation(Table.class);
    return table == null || table.name().isEmpty() ? row.getSimpleName() : table.name();
  }

  static String column(Field field) {
    @Nullable Column column = field.getAnnotation(Column.class);
    return column == null || column.name().isEmpty() ? field.getName() : column.name();
  }

  private static String type(ResultSet column) throws SQLException {
    String name = Objects.requireNonNull(column.getString("TYPE_NAME")).toLowerCase(Locale.ROOT);
    int size = column.getInt("COLUMN_SIZE");
    int digits = column.getInt("DECIMAL_DIGITS");
    if (name.startsWith("timestamp") || name.startsWith("time")) {
      return name.replaceFirst("^(timestamp|time)", "$1(" + digits + ")");
    }
    if (name.startsWith("numeric") || name.startsWith("decimal")) {
      return name + "(" + size + "," + digits + ")";
    }
    return name.startsWith("char") ? name + "(" + size + ")" : name;
  }

  static String bare(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[_\\s]", "");
  }
}
