package coop.ashfold.members.adapter.out.persistence;

import coop.ashfold.members.domain.Skill;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;

@Entity
public class MemberJpaEntity {
  @Id
  @Column(length = 8)
  private String number;

  @Column(name = "name", nullable = false, length = 100)
  private String name;

  @Column(nullable = false, length = 200)
  private String email;

  @Column(nullable = false, length = 40)
  private String phone;

  @Column(nullable = false)
  private Instant joinedAt;

  @ElementCollection
  @Enumerated(EnumType.STRING)
  private Set<Skill> skills = new HashSet<>();

  private boolean active;

  public String getNumber() {
    return number;
  }

  public void setNumber(String v) {
    number = v;
  }

  public String getName() {
    return name;
  }

  public void setName(String v) {
    name = v;
  }

  public String getEmail() {
    return email;
  }

  public void setEmail(String v) {
    email = v;
  }

  public String getPhone() {
    return phone;
  }

  public void setPhone(String v) {
    phone = v;
  }

  public Instant getJoinedAt() {
    return joinedAt;
  }

  public void setJoinedAt(Instant v) {
    joinedAt = v;
  }

  public Set<Skill> getSkills() {
    return skills;
  }

  public void setSkills(Set<Skill> v) {
    skills = v;
  }

  public boolean isActive() {
    return active;
  }

  public void setActive(boolean v) {
    active = v;
  }
}
