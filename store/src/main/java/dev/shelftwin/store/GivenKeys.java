package dev.shelftwin.store;

import jakarta.persistence.ElementCollection;
import jakarta.persistence.EntityManager;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToMany;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OneToOne;
import jakarta.persistence.Version;
import java.lang.annotation.Annotation;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Writes rows whose generated keys are known before, because others refer to them by these keys.
 * The provider gives every new row a key of its own, which is then replaced in the table.
 */
final class GivenKeys {

  private static final Set<Class<? extends Annotation>> OTHERS =
      Set.of(
          Id.class,
          Version.class,
          OneToMany.class,
          OneToOne.class,
          ManyToMany.class,
          ElementCollection.class);

  private final EntityManager entities;
  private final Columns columns;
  private final KeyGenerators generators;

  GivenKeys(EntityManager entities, Columns columns, KeyGenerators generators) {
    this.generators = generators;
    this.entities = entities;
    this.columns = columns;
  }

  /** Writes a row that others refer to, with its key if it has one already. */
  void persist(Object row) {
    Optional<Field> generated = givenKey(row);
    if (generated.isEmpty()) {
      entities.persist(row);
      return;
    }
    Object key = Objects.requireNonNull(Members.read(row, generated.get()));
    insert(row, generated.get(), key);
    Members.write(row, generated.get(), key);
  }

  /**
   * Writes a row and all that belongs to it; one that has its key already changes the row that is
   * there, as it does in the users' database.
   *
   * @return the key
   */
  Object write(Object row) {
    List<Child> known = childrenWithKeys(row);
    known.forEach(child -> child.setKey(null));
    if (!known.isEmpty()) {
      generators.restart();
    }
    Object written = row;
    Optional<Field> generated = givenKey(row);
    if (generated.isPresent()) {
      Object own = Objects.requireNonNull(Members.read(row, generated.get()));
      insert(withoutOthers(row), generated.get(), own);
      written = entities.merge(row);
    } else {
      entities.persist(row);
    }
    entities.flush();
    Set<Object> taken = Collections.newSetFromMap(new IdentityHashMap<>());
    for (Child child : known) {
      Object writtenChild = written == row ? child.row() : child.in(written, taken);
      Columns.Name column = columns.name(writtenChild.getClass(), child.generated()).orElseThrow();
      replaceKey(column, identifier(writtenChild), child.key());
    }
    Object key = identifier(written);
    entities.clear(); // no provider lets the key of a managed row change
    known.forEach(child -> child.setKey(child.key()));
    return key;
  }

  private Object identifier(Object row) {
    return entities.getEntityManagerFactory().getPersistenceUnitUtil().getIdentifier(row);
  }

  /**
   * A child row that has its key already, as requests name children by their keys.
   *
   * @param collection the field of the parent
   * @param place among all children there
   */
  private record Child(Object row, Field generated, Object key, Field collection, int place) {

    void setKey(@Nullable Object value) {
      Members.write(row, generated, generated.getType().isPrimitive() && value == null ? 0 : value);
    }

    /**
     * The copy of the child in a copy of its parent; a set may have another order there.
     *
     * @param taken the copies of other children, which gets this one
     */
    Object in(Object copy, Set<Object> taken) {
      Collection<?> rows = (Collection<?>) Objects.requireNonNull(Members.read(copy, collection));
      return rows instanceof List<?> list
          ? list.get(place)
          : rows.stream()
              .filter(other -> haveSameValues(row, other) && taken.add(other))
              .findFirst()
              .orElseThrow();
    }
  }

  /** Whether two rows have the same values in their own columns. */
  private static boolean haveSameValues(Object row, Object other) {
    for (Class<?> level = row.getClass(); level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        boolean own =
            !Modifier.isStatic(field.getModifiers())
                && !field.isAnnotationPresent(ManyToOne.class)
                && OTHERS.stream().noneMatch(field::isAnnotationPresent);
        if (own && !Objects.deepEquals(Members.read(row, field), Members.read(other, field))) {
          return false;
        }
      }
    }
    return true;
  }

  /** Only those whose own table refers to the parent: no other row refers to their keys. */
  private List<Child> childrenWithKeys(Object row) {
    List<Child> children = new ArrayList<>();
    for (Class<?> level = row.getClass(); level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        @Nullable OneToMany many = field.getAnnotation(OneToMany.class);
        boolean refersBack =
            many != null
                && (!many.mappedBy().isEmpty() || field.isAnnotationPresent(JoinColumn.class));
        if (refersBack && Members.read(row, field) instanceof Collection<?> rows) {
          int place = 0;
          for (Object child : rows) {
            int at = place++;
            givenKey(child)
                .ifPresent(
                    generated ->
                        children.add(
                            new Child(
                                child,
                                generated,
                                Objects.requireNonNull(Members.read(child, generated)),
                                field,
                                at)));
          }
        }
      }
    }
    return children;
  }

  /** The field of a generated key that has a value already and a column that can be changed. */
  private Optional<Field> givenKey(Object row) {
    return generatedKey(row.getClass())
        .filter(field -> isKey(field, Members.read(row, field)))
        .filter(field -> columns.name(row.getClass(), field).isPresent());
  }

  /** A primitive key of a new row is 0. */
  private static boolean isKey(Field field, @Nullable Object value) {
    boolean zero = value instanceof Number number && number.longValue() == 0;
    return value != null && !(field.getType().isPrimitive() && zero);
  }

  /** Inserts a row with a key that the provider generates, and replaces the key. */
  private void insert(Object row, Field generated, Object key) {
    Columns.Name column = columns.name(row.getClass(), generated).orElseThrow();
    Members.write(row, generated, generated.getType().isPrimitive() ? 0 : null);
    generators.restart();
    entities.persist(row);
    entities.flush();
    replaceKey(column, identifier(row), key);
    entities.detach(row);
  }

  private void replaceKey(Columns.Name column, Object written, Object key) {
    entities
        .createNativeQuery(
            "update %s set %s = ?1 where %s = ?2"
                .formatted(column.table(), column.column(), column.column()))
        .setParameter(1, key)
        .setParameter(2, written)
        .executeUpdate();
  }

  /** The same row without its key, its version and all rows that belong to it. */
  private static Object withoutOthers(Object row) {
    Object copy = Members.create(row.getClass());
    for (Class<?> level = row.getClass(); level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        boolean own =
            !Modifier.isStatic(field.getModifiers())
                && OTHERS.stream().noneMatch(field::isAnnotationPresent);
        if (own) {
          Members.write(copy, field, Members.read(row, field));
        }
      }
    }
    return copy;
  }

  private static Optional<Field> generatedKey(Class<?> row) {
    for (Class<?> level = row; level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        if (field.isAnnotationPresent(GeneratedValue.class)) {
          return Optional.of(field);
        }
      }
    }
    return Optional.empty();
  }
}
