package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.HashMap;
import java.util.Map;

/** A line of the glaze book. */
@Entity
@Table(name = "glazes")
public class GlazeRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 6)
  private String code;

  @Column(nullable = false, length = 60)
  private String name;

  @Column(nullable = false)
  private boolean foodSafe;

  @ElementCollection private Map<String, Integer> recipe = new HashMap<>();

  protected GlazeRow() {}

  public String getCode() {
    return code;
  }

  void setCode(String code) {
    this.code = code;
  }

  public String getName() {
    return name;
  }

  void setName(String name) {
    this.name = name;
  }

  public boolean isFoodSafe() {
    return foodSafe;
  }

  void setFoodSafe(boolean foodSafe) {
    this.foodSafe = foodSafe;
  }

  public Map<String, Integer> getRecipe() {
    return recipe;
  }

  void setRecipe(Map<String, Integer> recipe) {
    this.recipe = recipe;
  }
}
