package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What stands for each constant of an enumeration in another layer.
 *
 * @param byConstant text, whole number, or the name of another enumeration's constant; no two alike
 * @param otherwise the constant that any other code becomes; empty where another code is refused
 * @param at where the plan says it
 */
public record Codes(Map<String, Object> byConstant, Optional<Text> otherwise, Place at)
    implements PlanWord {

  public Codes {
    byConstant = Collections.unmodifiableMap(new LinkedHashMap<>(byConstant));
    Objects.requireNonNull(otherwise, "otherwise");
    Objects.requireNonNull(at, "at");
  }
}
