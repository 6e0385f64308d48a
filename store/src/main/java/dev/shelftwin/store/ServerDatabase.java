package dev.shelftwin.store;

import dev.shelftwin.finding.InputException;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.dbcp2.BasicDataSource;

/**
 * A database of a server. Each thread has a schema of its own that is dropped in the end, also
 * where the program is interrupted. A session holds the trial's name: schemas whose name nobody
 * holds are those of a trial that was killed, and the next one drops them.
 */
final class ServerDatabase implements RowDatabase {

  private static final String PREFIX = "shelf_twin_";
  private static final int SECONDS_TO_ANSWER = 5;
  private static final Pattern SCRATCH = Pattern.compile("(" + PREFIX + "[0-9a-f]{12})_\\d+");

  private final DatabaseAccess access;
  private final Optional<String> existing;
  private final String name =
      PREFIX + UUID.randomUUID().toString().replace("-", "").substring(0, 12);
  private final ServerKind kind;
  private final Connection keeper;
  private final TrackedDriver driver;
  private final List<BasicDataSource> sources = new ArrayList<>();
  private final List<String> schemas = new ArrayList<>();
  private final Thread atExit = new Thread(this::remove, "shelf-twin database");
  private boolean removed;

  /**
   * Connects to a server.
   *
   * @param existing a schema that is there, in which everything is rolled back; empty for schemas
   *     of the trial's own
   * @throws InputException if the server cannot be reached
   */
  ServerDatabase(DatabaseAccess access, Optional<String> existing) {
    this.access = access;
    this.existing = existing;
    this.driver = new TrackedDriver(access.driver());
    this.keeper = access.connect();
    try {
      this.kind = ServerKind.of(keeper);
      if (existing.isPresent()) {
        checkExists(existing.get());
      } else {
        kind.hold(keeper, name);
        removeStale();
      }
    } catch (SQLException failure) {
      close(keeper);
      throw access.unusable(failure);
    } catch (InputException wrong) {
      close(keeper);
      throw wrong;
    }
    Runtime.getRuntime().addShutdownHook(atExit);
  }

  private void checkExists(String schema) throws SQLException {
    if (!kind.schemas(keeper, schema).contains(schema)) {
      throw access.wrong(
          "the database has no schema " + schema,
          "correct 'schema', or leave it out: a trial then creates one and removes it");
    }
  }

  /** Drops what trials left that were killed. */
  private void removeStale() throws SQLException {
    for (String schema : kind.schemas(keeper, PREFIX)) {
      Matcher scratch = SCRATCH.matcher(schema);
      if (scratch.matches()
          && !scratch.group(1).equals(name)
          && kind.hold(keeper, scratch.group(1))) {
        kind.drop(keeper, schema);
        kind.release(keeper, scratch.group(1));
      }
    }
  }

  @Override
  public synchronized RowTables tables(String provider) {
    BasicDataSource source = new BasicDataSource();
    source.setDriver(driver);
    source.setUrl(access.url());
    access
        .credentials()
        .stringPropertyNames()
        .forEach(key -> source.addConnectionProperty(key, access.credentials().getProperty(key)));
    source.setConnectionInitSqls(kind.beginning());
    source.setMaxTotal(8); // tables that generate keys need a second connection
    String schema = existing.orElseGet(() -> name + "_" + (schemas.size() + 1));
    if (existing.isEmpty()) {
      try {
        kind.create(keeper, schema);
        schemas.add(schema);
      } catch (SQLException refused) {
        throw access.unusable(refused);
      }
    }
    kind.use(source, schema);
    sources.add(source);
    return new RowTables(
        source,
        kind.isCatalog() ? Optional.of(schema) : Optional.empty(),
        kind.isCatalog() ? Optional.empty() : Optional.of(schema),
        existing.isEmpty(),
        existing.isEmpty() ? kind.restart() : Optional.empty());
  }

  @Override
  public void mustGoOnAfter(SQLException failure) {
    if (Unusable.of(failure).isPresent()) {
      throw access.unusable(failure);
    }
  }

  @Override
  public void close() {
    remove();
    try {
      Runtime.getRuntime().removeShutdownHook(atExit);
    } catch (IllegalStateException exiting) {
      // then it has removed everything, or waits to do so
    }
  }

  private synchronized void remove() {
    if (removed) {
      return;
    }
    removed = true;
    // Open transactions would keep their tables.
    driver.abortAll();
    sources.forEach(ServerDatabase::close);
    try {
      drop();
    } catch (SQLException | InputException failure) {
      System.err.println(
          "shelf-twin: the schemas of the trial could not be dropped ("
              + failure.getMessage()
              + "); the next trial in this database does it");
    }
    close(keeper);
  }

  private void drop() throws SQLException {
    if (schemas.isEmpty() || keeper.isValid(SECONDS_TO_ANSWER)) {
      drop(keeper);
    } else {
      try (Connection other = access.connect()) {
        drop(other);
      }
    }
  }

  private void drop(Connection connection) throws SQLException {
    for (String schema : schemas) {
      kind.drop(connection, schema);
    }
  }

  private static void close(AutoCloseable connections) {
    try {
      connections.close();
    } catch (Exception ended) {
      // They have ended by themselves.
    }
  }
}
