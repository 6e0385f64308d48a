package coop.ashfold.lab.persistence;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.ManyToOne;
import java.math.BigDecimal;
import lombok.Getter;
import lombok.NoArgsConstructor;
import lombok.Setter;
import lombok.experimental.SuperBuilder;

@Entity
@Getter
@Setter
@SuperBuilder
@NoArgsConstructor
public class IngredientEntity extends AuditedEntity {
  @ManyToOne(optional = false)
  private GlazeEntity glaze;

  @Column(nullable = false)
  private String material;

  @Column(nullable = false, precision = 5, scale = 2)
  private BigDecimal percent;
}
