package coop.kiln.api;

/** Adds up how much the shelves carry. */
public interface Weights {

  void count(int grams);
}
