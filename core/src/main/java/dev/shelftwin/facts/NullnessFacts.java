package dev.shelftwin.facts;

import dev.shelftwin.shape.Presence;
import java.util.Set;

/** What nullness annotations say; their names are the same in many unrelated libraries. */
final class NullnessFacts {

  private static final Set<String> NULLABLE = Set.of("Nullable", "CheckForNull");

  private static final Set<String> NOT_NULL =
      Set.of("NotNull", "NotBlank", "NotEmpty", "NonNull", "Nonnull");

  private NullnessFacts() {}

  /**
   * Whether a value may be missing.
   *
   * @param ofTypes simple names of annotations of the type that the set lacks
   */
  static Presence of(AnnotationSet annotations, Set<String> ofTypes) {
    if (annotations.hasAnyNamed(NULLABLE) || ofTypes.stream().anyMatch(NULLABLE::contains)) {
      return Presence.OPTIONAL;
    }
    return annotations.hasAnyNamed(NOT_NULL) || ofTypes.stream().anyMatch(NOT_NULL::contains)
        ? Presence.REQUIRED
        : Presence.UNSPECIFIED;
  }
}
