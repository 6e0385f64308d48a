package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;

@Entity
public class GlazeRow {
  @Id @GeneratedValue Long id;

  @Column(nullable = false, length = 12)
  String code;

  @Column(nullable = false, length = 40)
  String label;

  protected GlazeRow() {}

  /** A glaze with a code. */
  public static GlazeRow of(String code) {
    GlazeRow row = new GlazeRow();
    row.code = code;
    row.label = "";
    return row;
  }
}
