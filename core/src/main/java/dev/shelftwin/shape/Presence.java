package dev.shelftwin.shape;

/** Whether a field may be without a value, as far as its declaration tells. */
public enum Presence {
  /** There is always a value: a primitive type, a column that is not null, a constraint. */
  REQUIRED,
  /** There may be none, and the declaration says so. */
  OPTIONAL,
  /** The declaration does not say; the layer's habit decides. */
  UNSAID
}
