package dev.shelftwin.store;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** The tables of a schema, from the database's own metadata (JDBC 4.3, DatabaseMetaData). */
final class SchemaTables {

  /** Columns by table and name, both as {@link Columns#bare} writes them. */
  private final Map<String, Map<String, SchemaColumn>> columns = new TreeMap<>();

  private SchemaTables() {}

  /**
   * A column.
   *
   * @param name the table's and its own, as the database writes them
   * @param type the database's name of its type
   * @param family the kind of its values
   * @param size characters or digits
   * @param digits after the decimal point, or of a second
   * @param isUnique whether it alone is unique
   */
  record SchemaColumn(
      String name,
      String type,
      Family family,
      int size,
      int digits,
      boolean mayBeNull,
      boolean hasDefault,
      boolean isUnique) {}

  /** Kinds of values; integers from the smallest on. */
  enum Family {
    TINY,
    SMALL,
    INTEGER,
    BIG,
    DECIMAL,
    FLOATING,
    TEXT,
    TRUTH,
    DATE,
    TIME,
    TIMESTAMP,
    BYTES,
    OTHER;

    static Family of(int jdbcType) {
      return switch (jdbcType) {
        case Types.TINYINT -> TINY;
        case Types.SMALLINT -> SMALL;
        case Types.INTEGER -> INTEGER;
        case Types.BIGINT -> BIG;
        case Types.NUMERIC, Types.DECIMAL -> DECIMAL;
        case Types.REAL, Types.FLOAT, Types.DOUBLE -> FLOATING;
        case Types.CHAR,
            Types.VARCHAR,
            Types.LONGVARCHAR,
            Types.NCHAR,
            Types.NVARCHAR,
            Types.LONGNVARCHAR,
            Types.CLOB,
            Types.NCLOB ->
            TEXT;
        case Types.BIT, Types.BOOLEAN -> TRUTH;
        case Types.DATE -> DATE;
        case Types.TIME, Types.TIME_WITH_TIMEZONE -> TIME;
        case Types.TIMESTAMP, Types.TIMESTAMP_WITH_TIMEZONE -> TIMESTAMP;
        case Types.BINARY, Types.VARBINARY, Types.LONGVARBINARY, Types.BLOB -> BYTES;
        default -> OTHER;
      };
    }

    boolean isInteger() {
      return compareTo(BIG) <= 0;
    }
  }

  static SchemaTables read(RowTables tables) throws SQLException {
    SchemaTables found = new SchemaTables();
    try (Connection connection = tables.source().getConnection()) {
      DatabaseMetaData metadata = connection.getMetaData();
      @Nullable String catalog = tables.catalog().orElse(null);
      @Nullable String schema = tables.schema().orElse(null);
      Map<String, Set<String>> unique = new HashMap<>();
      try (ResultSet all = metadata.getColumns(catalog, schema, null, null)) {
        while (all.next()) {
          String table = Objects.requireNonNull(all.getString("TABLE_NAME"));
          if (!unique.containsKey(table)) {
            unique.put(table, uniqueColumns(metadata, catalog, schema, table));
          }
          String column = Objects.requireNonNull(all.getString("COLUMN_NAME"));
          found
              .columns
              .computeIfAbsent(Columns.bare(table), name -> new LinkedHashMap<>())
              .put(
                  Columns.bare(column),
                  column(all, table + "." + column, unique.get(table).contains(column)));
        }
      }
    }
    return found;
  }

  private static SchemaColumn column(ResultSet all, String name, boolean isUnique)
      throws SQLException {
    boolean hasDefault =
        all.getString("COLUMN_DEF") != null || "YES".equals(all.getString("IS_AUTOINCREMENT"));
    return new SchemaColumn(
        name,
        Objects.requireNonNull(all.getString("TYPE_NAME")).toLowerCase(Locale.ROOT),
        Family.of(all.getInt("DATA_TYPE")),
        all.getInt("COLUMN_SIZE"),
        all.getInt("DECIMAL_DIGITS"),
        all.getInt("NULLABLE") != DatabaseMetaData.columnNoNulls,
        hasDefault,
        isUnique);
  }

  /** The columns that are unique alone, without those of keys of several columns. */
  private static Set<String> uniqueColumns(
      DatabaseMetaData metadata, @Nullable String catalog, @Nullable String schema, String table)
      throws SQLException {
    Map<String, Set<String>> byIndex = new HashMap<>();
    try (ResultSet all = metadata.getIndexInfo(catalog, schema, table, true, true)) {
      while (all.next()) {
        String column = all.getString("COLUMN_NAME");
        if (column != null) {
          byIndex
              .computeIfAbsent(all.getString("INDEX_NAME"), index -> new HashSet<>())
              .add(column);
        }
      }
    }
    Set<String> unique = new HashSet<>();
    byIndex.values().stream().filter(index -> index.size() == 1).forEach(unique::addAll);
    return unique;
  }

  Map<String, Map<String, SchemaColumn>> columns() {
    return columns;
  }
}
