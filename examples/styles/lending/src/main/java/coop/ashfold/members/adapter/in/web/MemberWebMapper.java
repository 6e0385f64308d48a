package coop.ashfold.members.adapter.in.web;

import coop.ashfold.members.domain.Contact;
import coop.ashfold.members.domain.Member;
import coop.ashfold.members.domain.Skill;
import java.time.Instant;
import java.util.stream.Collectors;

public class MemberWebMapper {
  public MemberDto toDto(Member m) {
    return new MemberDto(
        m.getNumber(),
        m.getFullName(),
        m.getContact().email(),
        m.getContact().phone(),
        m.getJoinedAt().toEpochMilli(),
        m.getSkills().stream().map(Enum::name).sorted().toList(),
        m.isActive());
  }

  public Member toDomain(MemberDto d) {
    return new Member(
        d.number(),
        d.name(),
        new Contact(d.email(), d.phone()),
        Instant.ofEpochMilli(d.joinedAt()),
        d.skills().stream().map(Skill::valueOf).collect(Collectors.toSet()),
        d.active());
  }
}
