package dev.shelftwin.plan;

import java.util.List;
import java.util.Objects;

/**
 * Fields of the domain that a shape leaves out on purpose.
 *
 * @param shape the shape that does not have them
 * @param fields of the domain's shape
 * @param because the reason
 */
public record Omission(Text shape, List<Text> fields, Text because) {

  public Omission {
    Objects.requireNonNull(shape, "shape");
    fields = List.copyOf(fields);
    Objects.requireNonNull(because, "because");
  }
}
