package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Values as text, field by field. */
final class ValueText {

  private static final String MISSING = "(none)";
  private static final int MAX_LENGTH = 60;

  /** How much of a value is shown, in code points: an object may hold many others. */
  private static final int MAX_SHOWN = 300;

  private final StoredParts parts;
  private final ObjectAccess access;

  ValueText(StoredParts parts, ObjectAccess access) {
    this.parts = parts;
    this.access = access;
  }

  /** An object whose fields are being written, inside another one. */
  private record Open(Object object, @Nullable Open outer) {

    boolean contains(Object other) {
      return object == other || (outer != null && outer.contains(other));
    }
  }

  /** A value as text; for a recipe its identity. */
  String of(@Nullable Object value) {
    return of(value, null);
  }

  /** A value as text for people, who need not read all of it. */
  String shown(@Nullable Object value) {
    String text = of(value);
    return text.codePointCount(0, text.length()) <= MAX_SHOWN
        ? text
        : text.substring(0, text.offsetByCodePoints(0, MAX_SHOWN)) + "…";
  }

  private String of(@Nullable Object value, @Nullable Open outer) {
    Object present = ValueFitting.unwrapped(value);
    if (present == null) {
      return MISSING;
    }
    if (present instanceof CharSequence text) {
      return quoted(text.toString());
    }
    if (outer != null && outer.contains(present)) {
      return "…"; // rows may refer back to each other
    }
    List<Field> fields = parts.of(present);
    Open open = new Open(present, outer);
    if (fields.size() == 1) {
      return ofField(present, fields.get(0), open);
    }
    if (ValueFitting.hasElements(present)) {
      return ValueFitting.elements(present).stream()
          .map(element -> of(element, open))
          .collect(Collectors.joining(", ", "[", "]"));
    }
    return fields.isEmpty()
        ? present.toString()
        : fields.stream()
            .map(field -> ofField(present, field, open))
            .collect(Collectors.joining(", ", parts.type(present).getSimpleName() + "(", ")"));
  }

  /** Some getters work only in a running application. */
  private String ofField(Object owner, Field field, Open open) {
    @Nullable Object value;
    try {
      value = access.read(owner, field);
    } catch (UserFailure failure) {
      return "(unreadable)";
    }
    return of(value, open);
  }

  private static String quoted(String text) {
    return text.length() <= MAX_LENGTH && !hasControls(text) ? '"' + text + '"' : shortened(text);
  }

  private static boolean hasControls(String text) {
    for (int index = 0; index < text.length(); index++) {
      if (Character.isISOControl(text.charAt(index))) {
        return true;
      }
    }
    return false;
  }

  private static String shortened(String text) {
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
