package dev.shelftwin.shape;

import java.util.EnumSet;
import java.util.Set;

/** What a field is used for. */
public enum FieldRole {
  /** The key of a row that the store generates. */
  KEY,
  /** The version of a row for optimistic locking. */
  VERSION,
  /** Who created or changed a row, and when. */
  AUDIT,
  /** A value that may come in but must never go out. */
  SECRET,
  /** A value that requests must not set. */
  PROTECTED,
  /** Identifies an object among others of its type in every layer. */
  IDENTITY,
  /** Refers from a child row to its parent row. */
  PARENT,
  /** Refers to a row that is created and stored with this row. */
  PART;

  private static final Set<FieldRole> INTERNAL = EnumSet.of(KEY, VERSION, AUDIT, PARENT);

  /** Whether one of the roles is internal to the persistence layer. */
  public static boolean anyInternal(Set<FieldRole> roles) {
    return roles.stream().anyMatch(INTERNAL::contains);
  }

  /** The word in the plan. */
  public String key() {
    return KebabCase.of(this);
  }
}
