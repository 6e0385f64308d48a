package dev.shelftwin.store;

import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.RowLoads;
import jakarta.persistence.PersistenceException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Rows through a JPA provider (Jakarta Persistence 3.2) into a database and back. Every row is
 * written, read back by a query of its own, and rolled back, so that the tables stay empty. Each
 * thread has tables of its own, so that no thread waits for another one's rows; in an existing
 * schema there is only one thread.
 */
public final class TableEnd implements End {

  private final List<Class<?>> managed;
  private final RowDatabase database;
  private final ProviderLog log = ProviderLog.silent();
  private final Map<Thread, ScratchDatabase> databases = new ConcurrentHashMap<>();
  private @Nullable LoadedRows loaded;
  private volatile @Nullable PersistenceException failure;

  /** An end for rows of these classes in memory; the tables are created with the first row. */
  public TableEnd(List<Class<?>> managed) {
    this(managed, new MemoryDatabase());
  }

  /**
   * An end for rows of these classes in a database.
   *
   * @param loader has the driver
   * @throws dev.shelftwin.finding.InputException if the database cannot be reached
   */
  public TableEnd(List<Class<?>> managed, Database database, ClassLoader loader) {
    this(
        managed,
        new ServerDatabase(
            new DatabaseAccess(database, System.getenv(), loader),
            database.schema().map(Text::value)));
  }

  private TableEnd(List<Class<?>> managed, RowDatabase database) {
    this.managed = List.copyOf(managed);
    this.database = database;
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

  /**
   * {@inheritDoc} In an existing schema nothing may be committed, so that nothing is counted; nor
   * where the provider refuses the query for all rows.
   */
  @Override
  public synchronized Optional<RowLoads> load(List<?> objects, Mapping mapping) {
    if (objects.isEmpty() || !database().areTablesOurs()) {
      return Optional.empty();
    }
    try {
      return committed().load(objects.get(0).getClass(), objects, mapping);
    } catch (PersistenceException | IllegalArgumentException refused) {
      return Optional.empty();
    }
  }

  /** {@inheritDoc} In an existing schema nothing may be committed, so that this cannot be told. */
  @Override
  public synchronized boolean overwritesFirstChange(Object row, Mapping one, Mapping other) {
    if (!database().areTablesOurs()) {
      return false;
    }
    try {
      return committed().overwritesFirstChange(row, one, other);
    } catch (PersistenceException | IllegalArgumentException refused) {
      return false; // as for the statements, the route tells what is refused
    }
  }

  private LoadedRows committed() {
    if (loaded == null) {
      loaded = LoadedRows.open(database().unit(), database.tables(database().unit().provider()));
    }
    return loaded;
  }

  @Override
  public boolean isOfLibrary(Object value) {
    return database().isOfProvider(value.getClass());
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
    try {
      ScratchDatabase opened = ScratchDatabase.open(managed, database);
      databases.put(Thread.currentThread(), opened);
      return opened;
    } catch (PersistenceException refused) {
      failure = refused;
      throw missing(refused);
    }
  }

  @Override
  public void close() {
    if (loaded != null) {
      loaded.close();
    }
    databases.values().forEach(ScratchDatabase::close);
    databases.clear();
    database.close();
    log.close();
  }

  private static EndMissing missing(PersistenceException refused) {
    Throwable cause = ScratchDatabase.innermost(refused);
    return new EndMissing("no table: " + cause.getMessage(), refused);
  }
}
