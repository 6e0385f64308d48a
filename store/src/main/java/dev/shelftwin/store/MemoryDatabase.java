package dev.shelftwin.store;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.apache.commons.dbcp2.BasicDataSource;
import org.h2.Driver;

/** A database in memory for each thread, so that no thread waits for another one's rows. */
final class MemoryDatabase implements RowDatabase {

  private static final KeyGenerators.Restart RESTART =
      new KeyGenerators.Restart(
          "select '\"' || sequence_schema || '\".\"' || sequence_name || '\"'"
              + " from information_schema.sequences where base_value < %d",
          "alter sequence %1$s restart with %2$d");

  private final List<BasicDataSource> sources = new ArrayList<>();

  @Override
  public synchronized RowTables tables(String provider) {
    BasicDataSource source = new BasicDataSource();
    source.setDriver(new Driver());
    // This provider writes the SQL of H2 1 for keys that the database generates.
    String mode = provider.startsWith("org.eclipse.persistence.") ? ";MODE=LEGACY" : "";
    // The database lasts until it is shut down.
    source.setUrl("jdbc:h2:mem:" + UUID.randomUUID() + ";DB_CLOSE_DELAY=-1" + mode);
    // Few distinct statements are executed again and again.
    source.setPoolPreparedStatements(true);
    sources.add(source);
    return new RowTables(
        source, Optional.empty(), Optional.of("PUBLIC"), true, Optional.of(RESTART));
  }

  @Override
  public void mustGoOnAfter(SQLException failure) {
    // Nothing outside this program can break it.
  }

  @Override
  public synchronized void close() {
    for (BasicDataSource source : sources) {
      try (source) {
        source.getConnection().createStatement().execute("shutdown");
      } catch (SQLException ended) {
        // Its connection ends with it.
      }
    }
  }
}
