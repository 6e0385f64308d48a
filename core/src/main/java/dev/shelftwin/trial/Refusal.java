package dev.shelftwin.trial;

import java.util.Objects;

/**
 * Samples that the users' own types refused for one reason.
 *
 * @param by what refused them: a constructor, a type, or the field of a request
 * @param example what the first of these refusals said
 * @param count how many samples
 */
public record Refusal(String by, String example, int count) {

  public Refusal {
    Objects.requireNonNull(by, "by");
    Objects.requireNonNull(example, "example");
  }
}
