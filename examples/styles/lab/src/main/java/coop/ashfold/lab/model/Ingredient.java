package coop.ashfold.lab.model;

import java.math.BigDecimal;
import lombok.Builder;
import lombok.Value;

@Value
@Builder
public class Ingredient {
  String material;
  BigDecimal percent;
}
