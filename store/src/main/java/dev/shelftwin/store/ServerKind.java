package dev.shelftwin.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.dbcp2.BasicDataSource;

/** What differs from server to server. */
enum ServerKind {
  POSTGRESQL {
    @Override
    List<String> beginning() {
      return List.of("set lock_timeout = '5s'");
    }

    @Override
    boolean hold(Connection connection, String name) throws SQLException {
      return isTrue(connection, "select pg_try_advisory_lock(hashtext(?))", name);
    }

    @Override
    void release(Connection connection, String name) throws SQLException {
      isTrue(connection, "select pg_advisory_unlock(hashtext(?))", name);
    }

    @Override
    Optional<KeyGenerators.Restart> restart() {
      return Optional.of(
          new KeyGenerators.Restart(
              "select quote_ident(schemaname) || '.' || quote_ident(sequencename)"
                  + " from pg_sequences where schemaname = current_schema() and max_value > %d",
              "select setval('%1$s', %2$d)"));
    }
  },

  MARIADB {
    @Override
    void create(Connection connection, String schema) throws SQLException {
      execute(connection, "create database " + quoted(connection, schema) + characters(connection));
    }

    /** The characters of the database that the URL names; else the server's usual ones. */
    private String characters(Connection connection) throws SQLException {
      try (Statement statement = connection.createStatement();
          ResultSet own =
              statement.executeQuery(
                  "select default_character_set_name, default_collation_name"
                      + " from information_schema.schemata where schema_name = database()")) {
        return own.next()
            ? " character set " + own.getString(1) + " collate " + own.getString(2)
            : "";
      }
    }

    @Override
    void drop(Connection connection, String schema) throws SQLException {
      execute(connection, "drop database " + quoted(connection, schema));
    }

    @Override
    void use(BasicDataSource source, String schema) {
      source.setDefaultCatalog(schema);
    }

    @Override
    boolean isCatalog() {
      return true;
    }

    @Override
    List<String> beginning() {
      return List.of("set lock_wait_timeout = 5, innodb_lock_wait_timeout = 5");
    }

    @Override
    boolean hold(Connection connection, String name) throws SQLException {
      return isTrue(connection, "select get_lock(?, 0)", name);
    }

    @Override
    void release(Connection connection, String name) throws SQLException {
      isTrue(connection, "select release_lock(?)", name);
    }

    @Override
    Optional<KeyGenerators.Restart> restart() {
      return Optional.of(
          new KeyGenerators.Restart(
              "select concat('`', table_name, '`') from information_schema.tables"
                  + " where table_schema = database() and table_type = 'SEQUENCE' and %d > 0",
              "select setval(%1$s, %2$d)"));
    }
  },

  /** Any other server with schemas as in SQL; it cannot tell whether another trial is alive. */
  OTHER {
    @Override
    boolean hold(Connection connection, String name) {
      return false;
    }

    @Override
    void release(Connection connection, String name) {
      // nothing was held
    }
  };

  /** The kind of a server, by the name that it gives itself. */
  static ServerKind of(Connection connection) throws SQLException {
    String product = connection.getMetaData().getDatabaseProductName().toLowerCase(Locale.ROOT);
    return product.contains("postgresql")
        ? POSTGRESQL
        : product.contains("mariadb") || product.contains("mysql") ? MARIADB : OTHER;
  }

  void create(Connection connection, String schema) throws SQLException {
    execute(connection, "create schema " + quoted(connection, schema));
  }

  void drop(Connection connection, String schema) throws SQLException {
    execute(connection, "drop schema " + quoted(connection, schema) + " cascade");
  }

  /** Lets connections find their tables in a schema. */
  void use(BasicDataSource source, String schema) {
    source.setDefaultSchema(schema);
  }

  /** Whether JDBC calls its schemas catalogs. */
  boolean isCatalog() {
    return false;
  }

  /** Statements at the beginning of each connection: nobody is kept waiting for ever. */
  List<String> beginning() {
    return List.of();
  }

  /**
   * Takes a name for as long as the connection lasts.
   *
   * @return false if another connection has it, or the server has no such locks
   */
  abstract boolean hold(Connection connection, String name) throws SQLException;

  abstract void release(Connection connection, String name) throws SQLException;

  /** How the generators of keys in the schema of a connection go on at another number. */
  Optional<KeyGenerators.Restart> restart() {
    return Optional.empty();
  }

  /** The schemas whose names begin so. */
  List<String> schemas(Connection connection, String prefix) throws SQLException {
    List<String> found = new ArrayList<>();
    try (ResultSet all =
        isCatalog()
            ? connection.getMetaData().getCatalogs()
            : connection.getMetaData().getSchemas()) {
      while (all.next()) {
        String name = all.getString(1);
        if (name.startsWith(prefix)) {
          found.add(name);
        }
      }
    }
    return found;
  }

  private static void execute(Connection connection, String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static boolean isTrue(Connection connection, String sql, String parameter)
      throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql)) {
      statement.setString(1, parameter);
      try (ResultSet result = statement.executeQuery()) {
        return result.next() && result.getBoolean(1);
      }
    }
  }

  private static String quoted(Connection connection, String name) throws SQLException {
    String quote = connection.getMetaData().getIdentifierQuoteString().strip();
    return quote + name.replace(quote, quote + quote) + quote;
  }
}
