package dev.shelftwin.runtime;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import javax.sql.DataSource;

/** Asks a database for the columns of a constraint of which only the name is known. */
final class ConstraintColumns {

  private static final Pattern WORD = Pattern.compile("'[^']*'|[\\w$]+");

  private final DataSource database;
  private final StoreRefusal refusal;
  private final List<String> tables;

  /**
   * @param tables the tables that it may belong to
   */
  ConstraintColumns(DataSource database, StoreRefusal refusal, List<String> tables) {
    this.database = database;
    this.refusal = refusal;
    this.tables = tables;
  }

  /** The columns; empty if the database does not tell, or cannot be reached. */
  List<String> find() {
    try (Connection connection = database.getConnection()) {
      return refusal.kind() == StoreRefusal.Kind.NOT_ALLOWED
          ? ofCheck(connection)
          : ofKey(connection.getMetaData(), connection.getCatalog(), connection.getSchema());
    } catch (SQLException unreachable) {
      return List.of();
    }
  }

  private List<String> ofKey(DatabaseMetaData data, String catalog, String schema)
      throws SQLException {
    List<String> columns = new ArrayList<>();
    try (ResultSet found = data.getTables(catalog, schema, null, new String[] {"TABLE"})) {
      while (found.next()) {
        String table = found.getString("TABLE_NAME");
        if (tables.stream()
            .anyMatch(one -> StoreRefusal.plain(one).equals(StoreRefusal.plain(table)))) {
          addKey(data, catalog, schema, table, columns);
        }
      }
    }
    return columns;
  }

  private void addKey(
      DatabaseMetaData data, String catalog, String schema, String table, List<String> columns)
      throws SQLException {
    try (ResultSet index = data.getIndexInfo(catalog, schema, table, true, true)) {
      while (index.next()) {
        if (refusal.constraint().equalsIgnoreCase(index.getString("INDEX_NAME"))) {
          columns.add(index.getString("COLUMN_NAME"));
        }
      }
    }
  }

  /**
   * The words of the condition, texts left out (ISO/IEC 9075-11, CHECK_CONSTRAINTS); none if
   * several conditions have the name.
   */
  private List<String> ofCheck(Connection connection) throws SQLException {
    Set<String> words = new LinkedHashSet<>();
    String schema =
        connection.getSchema() == null ? connection.getCatalog() : connection.getSchema();
    try (PreparedStatement statement =
        connection.prepareStatement(
            "select check_clause from information_schema.check_constraints"
                + " where constraint_name = ? and constraint_schema = ?")) {
      statement.setString(1, refusal.constraint());
      statement.setString(2, schema);
      try (ResultSet found = statement.executeQuery()) {
        while (found.next()) {
          if (!words.isEmpty()) {
            return List.of();
          }
          WORD.matcher(found.getString(1)).results().map(MatchResult::group).forEach(words::add);
        }
      }
    }
    return List.copyOf(words);
  }
}
