package dev.shelftwin.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import org.jspecify.annotations.Nullable;

/** What the glaze laboratory notes of a test, in columns of many types. */
@Entity
@Table(name = "glaze_tests")
class GlazeTestRow {

  @Id @GeneratedValue Long id;

  @Nullable Instant fired;
  @Nullable OffsetDateTime reported;
  @Nullable LocalDateTime opened;
  @Nullable LocalTime soaked;
  @Nullable BigDecimal thickness;

  @Column(precision = 10, scale = 2)
  @Nullable BigDecimal price;

  @Column(columnDefinition = "char(5)")
  @Nullable String shelf;

  @Column(length = 1)
  @Nullable String mark;

  @Column(length = 40)
  @Nullable String note;

  @Nullable Double shrinkage;
}
