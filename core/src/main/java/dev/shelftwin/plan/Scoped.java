package dev.shelftwin.plan;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A value for all outer shapes of a row, or for single layers and shapes.
 *
 * @param everywhere the value for all outer shapes that the row is about
 * @param only the values for layers and shapes, by name
 * @param <T> the type of the value
 */
public record Scoped<T>(Optional<T> everywhere, Map<String, T> only) {

  public Scoped {
    Objects.requireNonNull(everywhere, "everywhere");
    only = Collections.unmodifiableMap(new LinkedHashMap<>(only));
  }

  /** No value. */
  public static <T> Scoped<T> nothing() {
    return new Scoped<>(Optional.empty(), Map.of());
  }

  /** All values. */
  public Stream<T> all() {
    return Stream.concat(everywhere.stream(), only.values().stream());
  }

  public boolean isEmpty() {
    return everywhere.isEmpty() && only.isEmpty();
  }

  /** The value for a shape: its own, otherwise its layer's, otherwise the general one. */
  public Optional<T> at(ShapeUse shape) {
    return Stream.of(shape.type(), shape.simpleName(), shape.layer().name())
        .map(only::get)
        .filter(Objects::nonNull)
        .findFirst()
        .or(() -> everywhere);
  }
}
