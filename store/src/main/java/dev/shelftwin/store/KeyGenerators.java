package dev.shelftwin.store;

import jakarta.persistence.PersistenceException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** The generators of keys in the tables of one thread. */
final class KeyGenerators {

  /** Larger than the keys of samples, so that a generated key is not one of them. */
  private static final int FIRST_GENERATED = 1_000_000_000;

  private final RowTables tables;
  private boolean restarted;

  KeyGenerators(RowTables tables) {
    this.tables = tables;
  }

  /**
   * How a server lets generators go on at another number.
   *
   * @param names a query for the generators that can count so far; {@code %d} stands for the number
   * @param statement does it; {@code %1$s} stands for a generator and {@code %2$d} for the number
   */
  record Restart(String names, String statement) {

    Restart {
      Objects.requireNonNull(names, "names");
      Objects.requireNonNull(statement, "statement");
    }
  }

  /** Lets them generate no key that a sample may have. */
  void restart() {
    if (!restarted && tables.restart().isPresent()) {
      try (Connection connection = tables.source().getConnection()) {
        restart(connection, tables.restart().get());
      } catch (SQLException failure) {
        throw new PersistenceException("generators of keys cannot be set", failure);
      }
    }
    restarted = true;
  }

  private static void restart(Connection connection, Restart how) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      List<String> names = new ArrayList<>();
      try (ResultSet found = statement.executeQuery(how.names().formatted(FIRST_GENERATED))) {
        while (found.next()) {
          names.add(found.getString(1));
        }
      }
      for (String name : names) {
        statement.execute(how.statement().formatted(name, FIRST_GENERATED));
      }
    }
  }
}
