package dev.shelftwin.store;

import jakarta.persistence.metamodel.Attribute;
import jakarta.persistence.metamodel.Attribute.PersistentAttributeType;
import jakarta.persistence.metamodel.ManagedType;
import jakarta.persistence.metamodel.Metamodel;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Writes the rows that another only points at, which must be there before it. */
final class ReferencedRows {

  private static final Set<PersistentAttributeType> POINTING =
      Set.of(PersistentAttributeType.MANY_TO_ONE, PersistentAttributeType.MANY_TO_MANY);

  private final Metamodel model;
  private final GivenKeys keys;
  private final Set<Object> seen = Collections.newSetFromMap(new IdentityHashMap<>());

  ReferencedRows(Metamodel model, GivenKeys keys) {
    this.model = model;
    this.keys = keys;
  }

  /** Writes all that a row and its parts point at; the row itself and its parts are not written. */
  void persistThoseOf(Object row) {
    if (!seen.add(row)) {
      return;
    }
    for (ManagedType<?> type : model.getManagedTypes()) {
      if (type.getJavaType().isInstance(row)) {
        type.getDeclaredAttributes().forEach(attribute -> persist(row, attribute));
      }
    }
  }

  private void persist(Object row, Attribute<?, ?> attribute) {
    boolean embedded =
        attribute.getPersistentAttributeType() == PersistentAttributeType.EMBEDDED
            || attribute.getPersistentAttributeType() == PersistentAttributeType.ELEMENT_COLLECTION;
    if (!attribute.isAssociation() && !embedded) {
      return;
    }
    for (Object other : all(Members.read(row, attribute.getJavaMember()))) {
      boolean fresh = !seen.contains(other);
      persistThoseOf(other);
      if (fresh && POINTING.contains(attribute.getPersistentAttributeType())) {
        keys.persist(other);
      }
    }
  }

  private static Collection<?> all(@Nullable Object value) {
    if (value == null) {
      return List.of();
    }
    if (value instanceof Map<?, ?> map) {
      return map.values();
    }
    return value instanceof Collection<?> many ? many : List.of(value);
  }
}
