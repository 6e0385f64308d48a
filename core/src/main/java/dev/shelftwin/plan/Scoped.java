package dev.shelftwin.plan;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Something that a row says for every outer shape, or for some layers and shapes only.
 *
 * @param everywhere what holds for all outer shapes the row is about
 * @param only what holds for a layer or a shape, by its name
 * @param <T> what is said
 */
public record Scoped<T>(Optional<T> everywhere, Map<String, T> only) {

  public Scoped {
    Objects.requireNonNull(everywhere, "everywhere");
    only = Collections.unmodifiableMap(new LinkedHashMap<>(only));
  }

  /** Nothing said. */
  public static <T> Scoped<T> nothing() {
    return new Scoped<>(Optional.empty(), Map.of());
  }

  public boolean isEmpty() {
    return everywhere.isEmpty() && only.isEmpty();
  }

  /** What holds for a shape: its own word, else its layer's, else what holds everywhere. */
  public Optional<T> at(ShapeUse shape) {
    return Stream.of(shape.simpleName(), shape.layer().name())
        .map(only::get)
        .filter(Objects::nonNull)
        .findFirst()
        .or(() -> everywhere);
  }
}
