package dev.shelftwin.trial;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Values as text, field by field. */
final class ValueText {

  private static final String MISSING = "(none)";
  private static final int MAX_LENGTH = 60;

  private final StoredParts parts;
  private final ObjectAccess access;

  ValueText(StoredParts parts, ObjectAccess access) {
    this.parts = parts;
    this.access = access;
  }

  /** A value as text; for a recipe its identity. */
  String of(@Nullable Object value) {
    Object present = ValueFitting.unwrapped(value);
    if (present == null) {
      return MISSING;
    }
    if (present instanceof CharSequence text) {
      return quoted(text.toString());
    }
    if (ValueFitting.hasElements(present)) {
      return ValueFitting.elements(present).stream()
          .map(this::of)
          .collect(Collectors.joining(", ", "[", "]"));
    }
    List<String> fields =
        parts.of(present).stream().map(field -> of(access.read(present, field))).toList();
    return switch (fields.size()) {
      case 0 -> present.toString();
      case 1 -> fields.get(0);
      default -> present.getClass().getSimpleName() + "(" + String.join(", ", fields) + ")";
    };
  }

  private static String quoted(String text) {
    String shown =
        text.codePoints()
            .mapToObj(
                point ->
                    Character.isISOControl(point)
                        ? String.format("\\u%04x", point)
                        : Character.toString(point))
            .collect(Collectors.joining());
    int points = shown.codePointCount(0, shown.length());
    return points <= MAX_LENGTH
        ? '"' + shown + '"'
        : '"'
            + shown.substring(0, shown.offsetByCodePoints(0, MAX_LENGTH))
            + "…\" ("
            + text.length()
            + " characters)";
  }
}
