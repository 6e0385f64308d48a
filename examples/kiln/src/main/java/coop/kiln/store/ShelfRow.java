package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;

/** A shelf, kept with its kiln. */
@Embeddable
public class ShelfRow {

  @Column(nullable = false)
  private int position;

  @Column(nullable = false)
  private int width;

  @Column(nullable = false)
  private int depth;

  protected ShelfRow() {}

  public int getPosition() {
    return position;
  }

  void setPosition(int position) {
    this.position = position;
  }

  public int getWidth() {
    return width;
  }

  void setWidth(int width) {
    this.width = width;
  }

  public int getDepth() {
    return depth;
  }

  void setDepth(int depth) {
    this.depth = depth;
  }
}
