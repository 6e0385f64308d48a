package dev.shelftwin.shape;

/** What a layer is for; it decides which rules apply to its shapes. */
public enum Role {
  /** Shaped for the database. */
  PERSISTENCE,
  /** What the program is about, free of every framework. */
  DOMAIN,
  /** Shaped for those outside. */
  TRANSFER;

  /** As the plan writes it. */
  public String key() {
    return Keys.of(this);
  }
}
