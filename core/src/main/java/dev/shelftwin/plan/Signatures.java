package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Objects;

/**
 * A package around the layers, such as that of services, and what its public signatures may mention
 * of them.
 *
 * @param packageName with the packages below it
 * @param mentions names of layers
 * @param at where the plan names it
 */
public record Signatures(String packageName, List<String> mentions, Place at) {

  public Signatures {
    Objects.requireNonNull(packageName, "packageName");
    mentions = List.copyOf(mentions);
    Objects.requireNonNull(at, "at");
  }
}
