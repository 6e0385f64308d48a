package coop.ashfold.members.domain;

import java.time.Instant;
import java.util.EnumSet;
import java.util.Set;

public class Member {
  private final String number;
  private String fullName;
  private final Contact contact;
  private final Instant joinedAt;
  private final Set<Skill> skills;
  private boolean active;

  public Member(
      String number,
      String fullName,
      Contact contact,
      Instant joinedAt,
      Set<Skill> skills,
      boolean active) {
    this.number = number;
    this.fullName = fullName;
    this.contact = contact;
    this.joinedAt = joinedAt;
    this.skills = skills.isEmpty() ? EnumSet.noneOf(Skill.class) : EnumSet.copyOf(skills);
    this.active = active;
  }

  public String getNumber() {
    return number;
  }

  public String getFullName() {
    return fullName;
  }

  public void rename(String fullName) {
    this.fullName = fullName;
  }

  public Contact getContact() {
    return contact;
  }

  public Instant getJoinedAt() {
    return joinedAt;
  }

  public Set<Skill> getSkills() {
    return Set.copyOf(skills);
  }

  public boolean isActive() {
    return active;
  }

  public void deactivate() {
    active = false;
  }
}
