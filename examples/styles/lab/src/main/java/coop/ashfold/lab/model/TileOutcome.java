package coop.ashfold.lab.model;

public enum TileOutcome {
  GOOD,
  CRAWLED,
  PINHOLED
}
