package dev.shelftwin.shape;

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
  PROTECTED;

  /** As the plan writes it. */
  public String key() {
    return Keys.of(this);
  }
}
