package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;

/** A line of the list of kilns. */
@Entity
@Table(name = "kilns")
public class KilnRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 8)
  private String code;

  @Column(nullable = false)
  private int highest;

  @ElementCollection
  @OrderColumn(name = "place")
  private List<ShelfRow> shelves = new ArrayList<>();

  protected KilnRow() {}

  public String getCode() {
    return code;
  }

  void setCode(String code) {
    this.code = code;
  }

  public int getHighest() {
    return highest;
  }

  void setHighest(int highest) {
    this.highest = highest;
  }

  public List<ShelfRow> getShelves() {
    return shelves;
  }
}
