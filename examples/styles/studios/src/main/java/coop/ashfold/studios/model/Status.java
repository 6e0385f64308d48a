package coop.ashfold.studios.model;

public enum Status {
  PLANNED,
  RUNNING,
  DONE
}
