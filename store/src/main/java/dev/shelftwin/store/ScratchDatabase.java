package dev.shelftwin.store;

import dev.shelftwin.trial.End.Passage;
import dev.shelftwin.trial.EndRefusal;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceConfiguration;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.ValidationMode;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** An empty database in memory with the tables of some rows. Used by one thread. */
final class ScratchDatabase implements AutoCloseable {

  private final EntityManagerFactory factory;
  private @Nullable EntityManager entities;
  private @Nullable Columns columns;

  private ScratchDatabase(EntityManagerFactory factory) {
    this.factory = factory;
  }

  /**
   * Creates the database and its tables.
   *
   * @throws PersistenceException if the provider rejects the rows' classes
   */
  static ScratchDatabase open(List<Class<?>> managed) {
    // Few distinct statements are executed again and again.
    String url = "jdbc:h2:mem:" + UUID.randomUUID() + ";QUERY_CACHE_SIZE=1024";
    PersistenceConfiguration configuration =
        new PersistenceConfiguration("shelf-twin-scratch")
            .property("jakarta.persistence.jdbc.url", url)
            .property("jakarta.persistence.schema-generation.database.action", "create")
            .property("hibernate.hbm2ddl.halt_on_error", "true")
            // What a table keeps is asked here; and the provider would look for the validation API
            // where only the rows' loader has it (Jakarta Persistence 3.2, §3.6.1.1).
            .validationMode(ValidationMode.NONE)
            // The rows' own loader before the provider's, which may know classes of the same names.
            .property("hibernate.classLoaders", List.of(loader(managed)))
            .property("hibernate.classLoader.tccl_lookup_precedence", "before");
    managed.forEach(configuration::managedClass);
    return new ScratchDatabase(configuration.createEntityManagerFactory());
  }

  /**
   * Writes a row and reads it back. The returned row stays readable until the next one is passed.
   */
  Passage pass(Object row) {
    release();
    EntityManager session = factory.createEntityManager();
    entities = session;
    try {
      session.getTransaction().begin();
      GivenKeys keys = new GivenKeys(session, columns());
      new ReferencedRows(factory.getMetamodel(), keys).persistThoseOf(row);
      Object key = keys.write(row);
      session.clear();
      Object back = Objects.requireNonNull(session.find(row.getClass(), key));
      return new Passage(back, columns().types(row.getClass()), "");
    } catch (RuntimeException refused) {
      throw refusal(row.getClass(), refused);
    }
  }

  private EndRefusal refusal(Class<?> row, RuntimeException refused) {
    Throwable cause = innermost(refused);
    String message = Objects.requireNonNullElse(cause.getMessage(), cause.toString());
    String reason =
        message.lines().findFirst().orElse(message).replaceFirst("; SQL statement:$", "");
    String field = columns().fieldIn(row, reason);
    return new EndRefusal(
        field.isEmpty() ? Columns.convertedField(row, cause) : field, reason, refused);
  }

  /** Takes everything back that the last row left. */
  private void release() {
    if (entities != null) {
      if (entities.getTransaction().isActive()) {
        entities.getTransaction().rollback();
      }
      entities.close();
      entities = null;
    }
  }

  @Override
  public void close() {
    release();
    factory.close();
  }

  private Columns columns() {
    if (columns == null) {
      columns = Columns.read(factory);
    }
    return columns;
  }

  static Throwable innermost(Throwable thrown) {
    Throwable cause = thrown;
    while (cause.getCause() != null) {
      cause = cause.getCause();
    }
    return cause;
  }

  private static ClassLoader loader(List<Class<?>> managed) {
    return Objects.requireNonNull(
        managed.stream().findFirst().orElse(TableEnd.class).getClassLoader());
  }
}
