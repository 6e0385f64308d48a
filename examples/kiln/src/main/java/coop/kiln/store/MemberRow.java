package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** A line of the list of members. */
@Entity
@Table(name = "members")
public class MemberRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 10)
  private String number;

  @Column(nullable = false, length = 60)
  private String givenName;

  @Column(nullable = false, length = 60)
  private String familyName;

  @Column(nullable = false, length = 120)
  private String emailAddress;

  @Column(length = 31)
  private String phone;

  @Column(nullable = false, length = 12)
  private String level;

  @Column(nullable = false)
  private LocalDate joinedOn;

  @Column(nullable = false, length = 100)
  private String pinHash;

  protected MemberRow() {}

  public String getNumber() {
    return number;
  }

  void setNumber(String number) {
    this.number = number;
  }

  public String getGivenName() {
    return givenName;
  }

  void setGivenName(String givenName) {
    this.givenName = givenName;
  }

  public String getFamilyName() {
    return familyName;
  }

  void setFamilyName(String familyName) {
    this.familyName = familyName;
  }

  public String getEmailAddress() {
    return emailAddress;
  }

  void setEmailAddress(String emailAddress) {
    this.emailAddress = emailAddress;
  }

  public String getPhone() {
    return phone;
  }

  void setPhone(String phone) {
    this.phone = phone;
  }

  public String getLevel() {
    return level;
  }

  void setLevel(String level) {
    this.level = level;
  }

  public LocalDate getJoinedOn() {
    return joinedOn;
  }

  void setJoinedOn(LocalDate joinedOn) {
    this.joinedOn = joinedOn;
  }

  public String getPinHash() {
    return pinHash;
  }

  void setPinHash(String pinHash) {
    this.pinHash = pinHash;
  }
}
