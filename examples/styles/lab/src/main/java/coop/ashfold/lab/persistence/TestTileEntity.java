package coop.ashfold.lab.persistence;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.ManyToOne;
import java.time.LocalDate;
import lombok.Getter;
import lombok.NoArgsConstructor;
import lombok.Setter;
import lombok.experimental.SuperBuilder;

@Entity
@Getter
@Setter
@SuperBuilder
@NoArgsConstructor
public class TestTileEntity extends AuditedEntity {
  @Column(nullable = false, unique = true)
  private String label;

  @ManyToOne(optional = false)
  private GlazeEntity glaze;

  @Enumerated(EnumType.STRING)
  private Outcome outcome;

  private LocalDate firedOn;
  private String remarks;
}
