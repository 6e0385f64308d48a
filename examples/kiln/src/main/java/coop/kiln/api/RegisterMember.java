package coop.kiln.api;

/** A person asks to join. The PIN opens the workshop's door; only its hash is kept. */
public record RegisterMember(
    String givenName, String familyName, String email, String phone, String pin) {

  /** Leaves the PIN out, since logs show this. */
  @Override
  public String toString() {
    return "RegisterMember[" + givenName + " " + familyName + ", " + email + ", " + phone + "]";
  }
}
