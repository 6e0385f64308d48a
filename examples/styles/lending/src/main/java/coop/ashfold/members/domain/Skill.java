package coop.ashfold.members.domain;

public enum Skill {
  SAW,
  LATHE,
  WELDING
}
