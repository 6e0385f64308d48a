package coop.kiln.api;

import coop.kiln.model.Member;

/** What a member wears at the kiln; it makes itself of a member. */
public final class MemberBadge {

  private final String number;
  private final String fullName;
  private String level;

  public MemberBadge(Member member) {
    this.number = member.number().value();
    this.fullName = member.fullName();
  }

  public String getNumber() {
    return number;
  }

  public String getFullName() {
    return fullName;
  }

  public String getLevel() {
    return level;
  }
}
