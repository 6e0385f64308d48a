package dev.shelftwin.plan;

import java.util.Objects;

/**
 * Why a field of a transfer type that is used in both directions is mapped in one of them only.
 *
 * @param outOnly why requests do not set it
 * @param inOnly why responses do not show it
 */
public record OneWay(Scoped<Text> outOnly, Scoped<Text> inOnly) {

  public OneWay {
    Objects.requireNonNull(outOnly, "outOnly");
    Objects.requireNonNull(inOnly, "inOnly");
  }

  public boolean isEmpty() {
    return outOnly.isEmpty() && inOnly.isEmpty();
  }

  /** The reason why the field is not mapped in a direction. */
  public Scoped<Text> excluding(boolean inward) {
    return inward ? outOnly : inOnly;
  }
}
