package coop.ashfold.lab.persistence;

public enum Outcome {
  GOOD,
  CRAWLED,
  PINHOLED
}
