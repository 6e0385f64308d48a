package dev.shelftwin.trial;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * What an object held at one moment.
 *
 * @param station where on the route, such as {@code FiringRow}
 * @param values as text, by field, in the order of the fields
 */
public record Snapshot(String station, Map<String, String> values) {

  public Snapshot {
    Objects.requireNonNull(station, "station");
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
  }
}
