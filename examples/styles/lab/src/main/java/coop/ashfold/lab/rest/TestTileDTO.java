package coop.ashfold.lab.rest;

import java.time.LocalDate;
import lombok.AllArgsConstructor;
import lombok.Builder;
import lombok.Data;
import lombok.NoArgsConstructor;

@Data
@Builder
@NoArgsConstructor
@AllArgsConstructor
public class TestTileDTO {
  private Long id;
  private String label;
  private String glazeCode;
  private String outcome;
  private LocalDate firedOn;

  private String remarks;
}
