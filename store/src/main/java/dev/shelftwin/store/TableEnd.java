package dev.shelftwin.store;

import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.EndRefusal;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceConfiguration;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.ValidationMode;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;

/**
 * Rows through a JPA provider (Jakarta Persistence 3.2) into a scratch database and back. Every row
 * is written, read back by a query of its own, and rolled back, so that the database stays empty.
 */
public final class TableEnd implements End {

  /** A field, because the logging framework drops the level of loggers without a reference. */
  private static final Logger PROVIDER = Logger.getLogger("org.hibernate");

  private final List<Class<?>> managed;
  private final @Nullable Level levelBefore = PROVIDER.getLevel();
  private @Nullable EntityManagerFactory factory;
  private @Nullable EntityManager entities;
  private @Nullable Columns columns;
  private @Nullable PersistenceException failure;

  /** An end for rows of these classes; the database is opened with the first row. */
  public TableEnd(List<Class<?>> managed) {
    this.managed = List.copyOf(managed);
  }

  @Override
  public String name() {
    return "table";
  }

  /** {@inheritDoc} The returned row stays readable until the next row is passed. */
  @Override
  public Passage pass(Object row) {
    EntityManagerFactory factory = open();
    release();
    EntityManager session = factory.createEntityManager();
    entities = session;
    try {
      session.getTransaction().begin();
      new ReferencedRows(factory.getMetamodel(), session).persistThoseOf(row);
      session.persist(row);
      session.flush();
      Object key = factory.getPersistenceUnitUtil().getIdentifier(row);
      session.clear();
      Object back = Objects.requireNonNull(session.find(row.getClass(), key));
      return new Passage(back, columns(factory).types(row.getClass()), "");
    } catch (RuntimeException refused) {
      Throwable cause = innermost(refused);
      String message = Objects.requireNonNullElse(cause.getMessage(), cause.toString());
      String reason =
          message.lines().findFirst().orElse(message).replaceFirst("; SQL statement:$", "");
      String field = columns(factory).fieldIn(row.getClass(), reason);
      throw new EndRefusal(
          field.isEmpty() ? Columns.convertedField(row.getClass(), cause) : field, reason, refused);
    }
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
    PROVIDER.setLevel(levelBefore);
    if (factory != null) {
      factory.close();
      factory = null;
    }
  }

  private EntityManagerFactory open() {
    if (failure != null) {
      throw missing(failure);
    }
    if (factory == null) {
      try {
        factory = create();
      } catch (PersistenceException refused) {
        failure = refused;
        throw missing(refused);
      }
    }
    return factory;
  }

  private EntityManagerFactory create() {
    PROVIDER.setLevel(Level.SEVERE);
    PersistenceConfiguration configuration =
        new PersistenceConfiguration("shelf-twin-scratch")
            .property("jakarta.persistence.jdbc.url", "jdbc:h2:mem:" + UUID.randomUUID())
            .property("jakarta.persistence.schema-generation.database.action", "create")
            .property("hibernate.hbm2ddl.halt_on_error", "true")
            // What a table keeps is asked here; and the provider would look for the validation API
            // where only the rows' loader has it (Jakarta Persistence 3.2, §3.6.1.1).
            .validationMode(ValidationMode.NONE)
            // The rows' own loader before the provider's, which may know classes of the same names.
            .property("hibernate.classLoaders", List.of(rowLoader()))
            .property("hibernate.classLoader.tccl_lookup_precedence", "before");
    managed.forEach(configuration::managedClass);
    return configuration.createEntityManagerFactory();
  }

  private ClassLoader rowLoader() {
    return Objects.requireNonNull(
        managed.stream().findFirst().orElse(TableEnd.class).getClassLoader());
  }

  private Columns columns(EntityManagerFactory open) {
    if (columns == null) {
      columns = Columns.read(open);
    }
    return columns;
  }

  private static EndMissing missing(PersistenceException refused) {
    Throwable cause = innermost(refused);
    return new EndMissing("no table: " + cause.getMessage(), refused);
  }

  private static Throwable innermost(Throwable thrown) {
    Throwable cause = thrown;
    while (cause.getCause() != null) {
      cause = cause.getCause();
    }
    return cause;
  }
}
