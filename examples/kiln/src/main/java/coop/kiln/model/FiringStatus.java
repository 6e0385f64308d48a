package coop.kiln.model;

/** Where a firing stands. */
public enum FiringStatus {
  PLANNED,
  FIRING,
  COOLING,
  DONE,
  ABANDONED
}
