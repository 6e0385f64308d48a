package coop.kiln.model;

/** What a member may do alone. */
public enum MemberLevel {
  NOVICE,
  KEYHOLDER,
  MASTER
}
