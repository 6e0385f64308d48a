package coop.kiln.api;

import java.time.LocalDate;

/** A member as other members see it. */
public record MemberView(
    String number,
    String givenName,
    String familyName,
    String fullName,
    String email,
    String phone,
    String level,
    LocalDate joinedOn) {}
