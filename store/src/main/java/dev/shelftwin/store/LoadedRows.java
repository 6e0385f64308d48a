package dev.shelftwin.store;

import dev.shelftwin.trial.End.Mapping;
import dev.shelftwin.trial.RowLoads;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceUnitUtil;
import jakarta.persistence.metamodel.Attribute;
import jakarta.persistence.metamodel.ManagedType;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Reads many rows at once and counts the statements while they are mapped. The rows are committed,
 * in tables of their own. Used by one thread at a time.
 */
final class LoadedRows implements AutoCloseable {

  /** Enough to tell one statement for all rows from one for each. */
  private static final int MOST = 100;

  private final EntityManagerFactory factory;
  private final CountedStatements statements;
  private final Columns columns;
  private final KeyGenerators generators;

  private LoadedRows(EntityManagerFactory factory, CountedStatements statements, RowTables tables) {
    this.factory = factory;
    this.statements = statements;
    this.columns = Columns.read(tables);
    this.generators = new KeyGenerators(tables);
  }

  /** Creates the tables. */
  static LoadedRows open(PersistenceUnit unit, RowTables tables) {
    CountedStatements statements = new CountedStatements(tables.source());
    RowTables counted =
        new RowTables(
            statements.source(), tables.catalog(), tables.schema(), true, tables.restart());
    return new LoadedRows(unit.open(counted), statements, tables);
  }

  /**
   * Stores rows, reads them back, and maps them in the open session; then one whose session is
   * closed.
   *
   * @return empty if none could be stored
   */
  synchronized Optional<RowLoads> load(Class<?> type, List<?> rows, Mapping mapping) {
    rows.stream().limit(MOST).forEach(this::store);
    try (EntityManager session = factory.createEntityManager()) {
      statements.taken();
      List<?> read = all(session, type);
      int reading = statements.taken();
      if (read.isEmpty()) {
        return Optional.empty();
      }
      List<Set<String>> unloaded = read.stream().map(this::unloaded).toList();
      int first = 0;
      int all = 0;
      for (int index = 0; index < read.size(); index++) {
        map(mapping, read.get(index));
        int taken = statements.taken();
        first = index == 0 ? taken : first;
        all += taken;
      }
      return Optional.of(
          new RowLoads(
              read.size(),
              reading,
              first,
              all,
              walked(read, unloaded, all),
              outside(type, mapping)));
    }
  }

  /**
   * Stores a row, reads it in two sessions, and lets both write another change of it.
   *
   * @return whether both changes were written
   */
  boolean overwritesFirstChange(Object row, Mapping one, Mapping other) {
    Optional<Object> key = store(row);
    if (key.isEmpty()) {
      return false;
    }
    try (EntityManager first = factory.createEntityManager();
        EntityManager second = factory.createEntityManager()) {
      first.getTransaction().begin();
      second.getTransaction().begin();
      Object inFirst = first.find(row.getClass(), key.get());
      Object inSecond = second.find(row.getClass(), key.get());
      return change(first, inFirst, one) && change(second, inSecond, other);
    }
  }

  /** Whether a session may write the change of a row. */
  private static boolean change(EntityManager session, Object row, Mapping mapping) {
    boolean written = map(mapping, row).isEmpty();
    try {
      if (written) {
        session.getTransaction().commit();
      }
    } catch (RuntimeException refused) {
      written = false;
    }
    if (session.getTransaction().isActive()) {
      session.getTransaction().rollback();
    }
    return written;
  }

  /** The key of a row that was stored; why one is refused is told by its route. */
  private Optional<Object> store(Object row) {
    EntityManager session = factory.createEntityManager();
    try {
      session.getTransaction().begin();
      GivenKeys keys = new GivenKeys(session, columns, generators);
      new ReferencedRows(factory.getMetamodel(), keys).persistThoseOf(row);
      Object key = keys.write(row);
      session.getTransaction().commit();
      return Optional.of(key);
    } catch (RuntimeException refused) {
      if (session.getTransaction().isActive()) {
        session.getTransaction().rollback();
      }
      return Optional.empty();
    } finally {
      session.close();
    }
  }

  private List<?> all(EntityManager session, Class<?> type) {
    String name = factory.getMetamodel().entity(type).getName();
    return session
        .createQuery("select r from " + name + " r", type)
        .setMaxResults(MOST)
        .getResultList();
  }

  /** The relations of a row that its query has not read. */
  private Set<String> unloaded(Object row) {
    PersistenceUnitUtil util = factory.getPersistenceUnitUtil();
    return attributes(row)
        .filter(attribute -> attribute.isAssociation() || attribute.isCollection())
        .map(Attribute::getName)
        .filter(name -> !util.isLoaded(row, name))
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  private Stream<Attribute<?, ?>> attributes(Object row) {
    return factory.getMetamodel().getEntities().stream()
        .filter(entity -> entity.getJavaType().isInstance(row))
        .flatMap(entity -> ((ManagedType<?>) entity).getAttributes().stream());
  }

  /** Relations that mapping has read for several rows, unless the provider reads many at once. */
  private List<String> walked(List<?> rows, List<Set<String>> unloaded, int statements) {
    PersistenceUnitUtil util = factory.getPersistenceUnitUtil();
    List<String> loaded = new ArrayList<>();
    for (int index = 0; index < rows.size(); index++) {
      Object row = rows.get(index);
      unloaded.get(index).stream().filter(name -> util.isLoaded(row, name)).forEach(loaded::add);
    }
    boolean oneByOne = statements > 1 && statements * 2 > rows.size();
    return oneByOne
        ? new TreeSet<>(loaded)
            .stream().filter(name -> loaded.stream().filter(name::equals).count() > 1).toList()
        : List.of();
  }

  private String outside(Class<?> type, Mapping mapping) {
    Object row;
    try (EntityManager session = factory.createEntityManager()) {
      row = all(session, type).get(0);
    }
    return map(mapping, row).map(thrown -> thrown.getClass().getSimpleName()).orElse("");
  }

  /** What a mapper throws is told by the routes that it is on. */
  private static Optional<Throwable> map(Mapping mapping, Object row) {
    try {
      mapping.map(row);
      return Optional.empty();
    } catch (Exception refused) {
      return Optional.of(ScratchDatabase.innermost(refused));
    }
  }

  @Override
  public void close() {
    factory.close();
  }
}
