package dev.shelftwin.shape;

/** Who may use a member (JLS §6.6). */
public enum Visibility {
  PUBLIC,
  /** The same package: members without a modifier, and protected ones. */
  PACKAGE,
  PRIVATE;

  /** Whether code in one package may use such a member of a type in another. */
  public boolean reaches(String userPackage, String ownerPackage) {
    return this == PUBLIC || (this == PACKAGE && userPackage.equals(ownerPackage));
  }
}
