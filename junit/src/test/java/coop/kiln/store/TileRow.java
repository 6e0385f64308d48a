package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

@Entity
class TileRow {
  @Id
  @Column(length = 12)
  String tag;

  @ManyToOne(optional = false)
  GlazeRow glaze;

  @Column(nullable = false)
  Instant stored;

  protected TileRow() {}
}
