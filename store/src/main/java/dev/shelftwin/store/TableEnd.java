package dev.shelftwin.store;

import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import jakarta.persistence.PersistenceException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;

/**
 * Rows through a JPA provider (Jakarta Persistence 3.2) into a scratch database and back. Every row
 * is written, read back by a query of its own, and rolled back, so that the database stays empty.
 * Each thread has a database of its own, so that no thread waits for another one's rows.
 */
public final class TableEnd implements End {

  /** A field, because the logging framework drops the level of loggers without a reference. */
  private static final Logger PROVIDER = Logger.getLogger("org.hibernate");

  private final List<Class<?>> managed;
  private final @Nullable Level levelBefore = PROVIDER.getLevel();
  private final Map<Thread, ScratchDatabase> databases = new ConcurrentHashMap<>();
  private volatile @Nullable PersistenceException failure;

  /** An end for rows of these classes; a database is opened with the first row. */
  public TableEnd(List<Class<?>> managed) {
    this.managed = List.copyOf(managed);
  }

  @Override
  public String name() {
    return "table";
  }

  /** {@inheritDoc} The returned row stays readable until the thread's next row is passed. */
  @Override
  public Passage pass(Object row) {
    return database().pass(row);
  }

  private ScratchDatabase database() {
    @Nullable ScratchDatabase known = databases.get(Thread.currentThread());
    return known == null ? open() : known;
  }

  private ScratchDatabase open() {
    @Nullable PersistenceException earlier = failure;
    if (earlier != null) {
      throw missing(earlier);
    }
    PROVIDER.setLevel(Level.SEVERE);
    try {
      ScratchDatabase opened = ScratchDatabase.open(managed);
      databases.put(Thread.currentThread(), opened);
      return opened;
    } catch (PersistenceException refused) {
      failure = refused;
      throw missing(refused);
    }
  }

  @Override
  public void close() {
    databases.values().forEach(ScratchDatabase::close);
    databases.clear();
    PROVIDER.setLevel(levelBefore);
  }

  private static EndMissing missing(PersistenceException refused) {
    Throwable cause = ScratchDatabase.innermost(refused);
    return new EndMissing("no table: " + cause.getMessage(), refused);
  }
}
