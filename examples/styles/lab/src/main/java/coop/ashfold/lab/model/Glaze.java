package coop.ashfold.lab.model;

import java.util.List;
import lombok.Builder;
import lombok.Singular;
import lombok.Value;

@Value
@Builder
public class Glaze {
  Long id;
  String code;
  String name;
  boolean foodSafe;
  Integer coneMin;
  Integer coneMax;
  @Singular List<Ingredient> ingredients;
}
