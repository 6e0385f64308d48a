package coop.kiln.model;

import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;

/** A potter who shares the kilns. */
public final class Member {

  private final MemberNumber number;
  private final String givenName;
  private final String familyName;
  private final Email email;
  private final Phone phone;
  private final LocalDate joinedOn;
  private final String pinHash;
  private MemberLevel level;

  private Member(
      MemberNumber number,
      String givenName,
      String familyName,
      Email email,
      Phone phone,
      MemberLevel level,
      LocalDate joinedOn,
      String pinHash) {
    this.number = Objects.requireNonNull(number, "number");
    this.givenName = named(givenName, "given name");
    this.familyName = named(familyName, "family name");
    this.email = Objects.requireNonNull(email, "email");
    this.phone = phone;
    this.level = Objects.requireNonNull(level, "level");
    this.joinedOn = Objects.requireNonNull(joinedOn, "joinedOn");
    this.pinHash = Objects.requireNonNull(pinHash, "pinHash");
  }

  /** A person joins: everybody starts as a novice. */
  public static Member register(
      MemberNumber number,
      String givenName,
      String familyName,
      Email email,
      Optional<Phone> phone,
      LocalDate joinedOn,
      String pinHash) {
    return new Member(
        number,
        givenName,
        familyName,
        email,
        phone.orElse(null),
        MemberLevel.NOVICE,
        joinedOn,
        pinHash);
  }

  /** A member as the books have it, at whatever level. */
  public static Member restore(
      MemberNumber number,
      String givenName,
      String familyName,
      Email email,
      Optional<Phone> phone,
      MemberLevel level,
      LocalDate joinedOn,
      String pinHash) {
    return new Member(
        number, givenName, familyName, email, phone.orElse(null), level, joinedOn, pinHash);
  }

  /** Lets a novice hold a key, and a keyholder teach. */
  public void promote() {
    level = level == MemberLevel.NOVICE ? MemberLevel.KEYHOLDER : MemberLevel.MASTER;
  }

  public MemberNumber number() {
    return number;
  }

  public String givenName() {
    return givenName;
  }

  public String familyName() {
    return familyName;
  }

  public String fullName() {
    return givenName + " " + familyName;
  }

  public Email email() {
    return email;
  }

  public Optional<Phone> phone() {
    return Optional.ofNullable(phone);
  }

  public MemberLevel level() {
    return level;
  }

  public LocalDate joinedOn() {
    return joinedOn;
  }

  public String pinHash() {
    return pinHash;
  }

  private static String named(String name, String what) {
    if (name == null || name.isBlank() || name.length() > 60) {
      throw new IllegalArgumentException("the " + what + " has 1 to 60 characters");
    }
    return name;
  }
}
