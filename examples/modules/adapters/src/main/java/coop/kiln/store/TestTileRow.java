package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;

/** The table of test tiles. */
@Entity
public class TestTileRow {
  @Id @GeneratedValue Long id;

  @Column(nullable = false, unique = true, length = 12)
  String tag;

  @Column(nullable = false, length = 40)
  String glazeName;

  int coneCelsius;

  @Column(length = 200)
  String result;

  protected TestTileRow() {}
}
