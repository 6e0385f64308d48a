package dev.shelftwin.trial;

/** What a change request says of a field besides a value; it may also not mention the field. */
enum Silence {
  /** The field shall be without a value. */
  CLEARED;

  @Override
  public String toString() {
    return "(cleared)";
  }
}
