package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.PrePersist;
import jakarta.persistence.PreUpdate;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** What every row has: a surrogate key, a version, and when it was written. */
@MappedSuperclass
public abstract class AuditedRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private long version;

  @Column(nullable = false, updatable = false)
  private Instant createdAt;

  @Column(nullable = false)
  private Instant changedAt;

  @PrePersist
  void created() {
    createdAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
    changedAt = createdAt;
  }

  @PreUpdate
  void changed() {
    changedAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
  }

  public Long getId() {
    return id;
  }

  public long getVersion() {
    return version;
  }

  public Instant getCreatedAt() {
    return createdAt;
  }

  public Instant getChangedAt() {
    return changedAt;
  }
}
