package dev.shelftwin.store;

import dev.shelftwin.plan.Database;
import jakarta.persistence.PersistenceException;
import java.io.StringWriter;
import java.util.List;
import java.util.Optional;

/** The statements with which a provider creates the tables of rows. */
public final class SchemaScript {

  private SchemaScript() {}

  /**
   * The statements, each on a line of its own; none is executed.
   *
   * @param managed the classes of the rows
   * @param database in whose language they are; H2 if empty
   * @param loader has the driver and the provider
   * @throws dev.shelftwin.finding.InputException if the database cannot be used
   * @throws PersistenceException if the provider rejects the classes
   */
  public static String of(List<Class<?>> managed, Optional<Database> database, ClassLoader loader) {
    ProviderLog log = ProviderLog.silent();
    try (log;
        RowDatabase rows =
            database
                .<RowDatabase>map(
                    one ->
                        new ServerDatabase(
                            new DatabaseAccess(one, System.getenv(), loader), Optional.empty()))
                .orElseGet(MemoryDatabase::new)) {
      PersistenceUnit unit = new PersistenceUnit(managed, loader);
      StringWriter script = new StringWriter();
      unit.write(rows.tables(unit.provider()), script);
      return script.toString();
    }
  }
}
