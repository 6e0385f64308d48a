package dev.shelftwin.shape;

/** Whether the value of a field may be missing, as far as its declaration says. */
public enum Presence {
  /** The value is required: a primitive type, a column that is not null, a constraint. */
  REQUIRED,
  /** The declaration says that the value may be missing. */
  OPTIONAL,
  /** The declaration does not say; the layer decides. */
  UNSPECIFIED
}
