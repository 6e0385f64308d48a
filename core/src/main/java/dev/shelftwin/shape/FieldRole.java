package dev.shelftwin.shape;

import java.util.EnumSet;
import java.util.Set;

/** What a field is besides a value. */
public enum FieldRole {
  /** The store's own identity of a row. */
  KEY,
  /** Counts writes, so that two writers notice each other. */
  VERSION,
  /** Tells who wrote a row and when. */
  AUDIT,
  /** May come in and must never go out. */
  SECRET,
  /** Must not be set by those outside. */
  PROTECTED,
  /** Tells an object from others of its kind, for those who use it. */
  IDENTITY,
  /** Leads from a child back to its parent, in the store. */
  PARENT,
  /** Leads to a row that is a part of this one, in the store: made and written with it. */
  PART;

  private static final Set<FieldRole> OF_THE_STORE = EnumSet.of(KEY, VERSION, AUDIT, PARENT);

  /** Whether one of them is something that only the store, or what fills a row, may write. */
  public static boolean anyOfTheStore(Set<FieldRole> roles) {
    return roles.stream().anyMatch(OF_THE_STORE::contains);
  }

  /** As the plan writes it. */
  public String key() {
    return Keys.of(this);
  }
}
