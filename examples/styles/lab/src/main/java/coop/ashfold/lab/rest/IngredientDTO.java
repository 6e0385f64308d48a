package coop.ashfold.lab.rest;

import java.math.BigDecimal;
import lombok.Data;

@Data
public class IngredientDTO {
  private String material;
  private BigDecimal percent;
}
