package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;

/**
 * How many statements a database gets for rows that a mapper maps.
 *
 * @param rows how many rows were read at once
 * @param reading the statements that read all of them
 * @param first further statements while the first row is mapped
 * @param all further statements while all rows are mapped
 * @param walked the fields, as {@code Shape.field}, that are read row by row
 * @param outside what the mapper throws for a row whose session is closed; empty if it maps it
 */
public record RowLoads(
    int rows, int reading, int first, int all, List<String> walked, String outside) {

  public RowLoads {
    walked = List.copyOf(walked);
    Objects.requireNonNull(outside, "outside");
  }

  RowLoads with(List<String> others) {
    return new RowLoads(rows, reading, first, all, others, outside);
  }
}
