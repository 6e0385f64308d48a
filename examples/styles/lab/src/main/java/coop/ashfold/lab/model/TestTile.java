package coop.ashfold.lab.model;

import java.time.LocalDate;
import lombok.Builder;
import lombok.Value;

@Value
@Builder
public class TestTile {
  Long id;
  String label;
  String glazeCode;
  TileOutcome outcome;
  LocalDate firedOn;
  String remarks;
}
