package dev.shelftwin.plan;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What a plan says about a type before there is a class.
 *
 * @param as the layer whose type of the same concept it is derived from; empty if it has only the
 *     fields that are named
 * @param fields its fields by name; they replace derived ones of the same name
 * @param without names of fields there that it does not have
 * @param renamed its own names of fields, by the name there
 * @param unwrapped names of fields there of which it has the value that they hold
 * @param flattened names of fields there of which it has the parts
 */
public record TypeDescription(
    Optional<Text> as,
    Map<String, FieldDescription> fields,
    List<Text> without,
    Map<String, Text> renamed,
    List<Text> unwrapped,
    List<Text> flattened) {

  public TypeDescription {
    Objects.requireNonNull(as, "as");
    fields = Collections.unmodifiableMap(new LinkedHashMap<>(fields));
    without = List.copyOf(without);
    renamed = Collections.unmodifiableMap(new LinkedHashMap<>(renamed));
    unwrapped = List.copyOf(unwrapped);
    flattened = List.copyOf(flattened);
  }

  /** A type with these fields alone. */
  public static TypeDescription of(Map<String, FieldDescription> fields) {
    return new TypeDescription(Optional.empty(), fields, List.of(), Map.of(), List.of(), List.of());
  }
}
