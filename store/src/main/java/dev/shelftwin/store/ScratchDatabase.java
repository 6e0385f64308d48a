package dev.shelftwin.store;

import dev.shelftwin.trial.End.Passage;
import dev.shelftwin.trial.EndOccupied;
import dev.shelftwin.trial.EndRefusal;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceException;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Empty tables of some rows in a database. Used by one thread. */
final class ScratchDatabase implements AutoCloseable {

  /** The error of MariaDB that has only the general state of violated constraints. */
  private static final int DUPLICATE_ENTRY = 1062;

  private final PersistenceUnit unit;

  /** The first two segments of the provider's packages, which all of its classes share. */
  private final String providerRoot;

  private final EntityManagerFactory factory;
  private final RowDatabase database;
  private final RowTables tables;
  private final KeyGenerators generators;
  private @Nullable EntityManager entities;
  private @Nullable Columns columns;

  private ScratchDatabase(
      PersistenceUnit unit, EntityManagerFactory factory, RowDatabase database, RowTables tables) {
    this.unit = unit;
    String[] names = unit.provider().split("\\.", 3);
    this.providerRoot = names[0] + "." + names[1] + ".";
    this.factory = factory;
    this.database = database;
    this.tables = tables;
    this.generators = new KeyGenerators(tables);
  }

  /**
   * Creates the tables, unless they are there.
   *
   * @throws PersistenceException if the provider rejects the rows' classes
   */
  static ScratchDatabase open(List<Class<?>> managed, RowDatabase database) {
    PersistenceUnit unit = new PersistenceUnit(managed, loader(managed));
    RowTables tables = database.tables(unit.provider());
    EntityManagerFactory factory = unit.open(tables);
    return new ScratchDatabase(unit, factory, database, tables);
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
      GivenKeys keys = new GivenKeys(session, columns(), generators);
      new ReferencedRows(factory.getMetamodel(), keys).persistThoseOf(row);
      Object key = keys.write(row);
      session.clear();
      Object back = Objects.requireNonNull(session.find(row.getClass(), key));
      return new Passage(back, columns().types(row.getClass()), "");
    } catch (RuntimeException refused) {
      throw refusal(row.getClass(), refused);
    }
  }

  boolean areTablesOurs() {
    return tables.areOurs();
  }

  PersistenceUnit unit() {
    return unit;
  }

  /** Whether a class is the provider's, or is made by it from a row's. */
  boolean isOfProvider(Class<?> type) {
    return Stream.<Class<?>>iterate(type, Objects::nonNull, Class::getSuperclass)
        .flatMap(one -> Stream.concat(Stream.of(one), Arrays.stream(one.getInterfaces())))
        .anyMatch(one -> one.getName().startsWith(providerRoot));
  }

  private RuntimeException refusal(Class<?> row, RuntimeException refused) {
    mustGoOnAfter(refused);
    Throwable cause = innermost(refused);
    String message = Objects.requireNonNullElse(cause.getMessage(), cause.toString());
    String reason =
        message.lines().findFirst().orElse(message).replaceFirst("; SQL statement:$", "");
    if (!tables.areOurs() && isDuplicate(refused)) {
      return new EndOccupied("the existing schema has such a row: " + reason, refused);
    }
    String field = columns().fieldIn(row, reason);
    return new EndRefusal(
        field.isEmpty() ? Columns.convertedField(row, cause) : field, reason, refused);
  }

  /** Whether a key or another unique value is there already (ISO/IEC 9075-2, §24.1: class 23). */
  private static boolean isDuplicate(Throwable refused) {
    for (Throwable cause = refused; cause != null; cause = cause.getCause()) {
      if (cause instanceof SQLException failure
          && ("23505".equals(failure.getSQLState()) || failure.getErrorCode() == DUPLICATE_ENTRY)) {
        return true;
      }
    }
    return false;
  }

  private void mustGoOnAfter(RuntimeException refused) {
    for (Throwable cause = refused; cause != null; cause = cause.getCause()) {
      if (cause instanceof SQLException failure) {
        database.mustGoOnAfter(failure);
      }
    }
  }

  /** Takes everything back that the last row left. */
  private void release() {
    @Nullable EntityManager session = entities;
    if (session != null) {
      entities = null;
      try {
        if (session.getTransaction().isActive()) {
          session.getTransaction().rollback();
        }
        session.close();
      } catch (RuntimeException failure) {
        mustGoOnAfter(failure);
        throw failure;
      }
    }
  }

  @Override
  public void close() {
    try {
      release();
    } catch (RuntimeException gone) {
      // A session that is gone has been taken back by the server.
    }
    factory.close();
  }

  private Columns columns() {
    if (columns == null) {
      columns = Columns.read(tables);
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
