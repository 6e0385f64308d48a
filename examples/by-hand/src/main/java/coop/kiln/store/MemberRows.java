package coop.kiln.store;

import coop.kiln.model.Email;
import coop.kiln.model.Member;
import coop.kiln.model.MemberLevel;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Phone;
import java.util.Optional;

/** Members in the list of members, by static methods. */
public final class MemberRows {

  private MemberRows() {}

  public static Member toMember(MemberRow row) {
    return Member.restore(
        new MemberNumber(row.getNumber()),
        row.getGivenName(),
        row.getGivenName(),
        new Email(row.getEmailAddress()),
        Optional.ofNullable(row.getPhone()).map(Phone::new),
        MemberLevel.valueOf(row.getLevel()),
        row.getJoinedOn(),
        row.getPinHash());
  }

  static void fill(Member member, MemberRow row) {
    row.setNumber(member.number().value());
    row.setGivenName(member.givenName());
    row.setFamilyName(member.familyName());
    row.setEmailAddress(member.email().value());
    row.setPhone(member.phone().map(Phone::value).orElse(null));
    row.setLevel(member.level().name());
    row.setJoinedOn(member.joinedOn());
    row.setPinHash(member.pinHash());
  }
}
