package coop.kiln.api;

import coop.kiln.model.Member;

/** Members as other members see them. */
public final class Members {

  private Members() {}

  public static MemberView toView(Member member) {
    return new MemberView(
        member.number().value(),
        member.givenName(),
        member.familyName(),
        member.fullName(),
        member.email().value(),
        member.phone().get().value(),
        member.level().name(),
        member.joinedOn());
  }
}
