package coop.ashfold.lab.rest;

import java.util.List;
import lombok.Data;

@Data
public class GlazeDTO {
  private Long id;
  private String code;
  private String name;
  private boolean foodSafe;
  private Integer coneMin;
  private Integer coneMax;
  private List<IngredientDTO> ingredients;
}
