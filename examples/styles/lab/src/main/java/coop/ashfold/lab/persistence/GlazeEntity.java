package coop.ashfold.lab.persistence;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.OneToMany;
import java.util.ArrayList;
import java.util.List;
import lombok.Builder;
import lombok.Getter;
import lombok.NoArgsConstructor;
import lombok.Setter;
import lombok.experimental.SuperBuilder;

@Entity
@Getter
@Setter
@SuperBuilder
@NoArgsConstructor
public class GlazeEntity extends AuditedEntity {
  @Column(nullable = false, length = 10)
  private String code;

  @Column(nullable = false)
  private String name;

  private boolean foodSafe;
  private Integer coneMin;
  private Integer coneMax;

  @OneToMany(mappedBy = "glaze", cascade = CascadeType.ALL, orphanRemoval = true)
  @Builder.Default
  private List<IngredientEntity> ingredients = new ArrayList<>();
}
