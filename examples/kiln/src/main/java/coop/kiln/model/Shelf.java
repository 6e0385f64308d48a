package coop.kiln.model;

/**
 * A shelf of a kiln.
 *
 * @param position counted from the floor, beginning with 1
 * @param width in millimetres
 * @param depth in millimetres
 */
public record Shelf(int position, int width, int depth) {

  public Shelf {
    if (position < 1 || width < 1 || depth < 1) {
      throw new IllegalArgumentException("a shelf has a place and a size");
    }
  }
}
