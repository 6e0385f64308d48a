package dev.shelftwin.shape;

/** What a layer is for; decides which rules apply to its types. */
public enum Role {
  /** Types for the database. */
  PERSISTENCE,
  /** Types of the business logic, free of frameworks. */
  DOMAIN,
  /** Types for the callers of the service. */
  TRANSFER;

  /** The word in the plan. */
  public String key() {
    return KebabCase.of(this);
  }
}
