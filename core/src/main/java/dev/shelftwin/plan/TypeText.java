package dev.shelftwin.plan;

import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads a type as Java writes it, such as {@code Map<String, List<Segment>>} or {@code int[]}. */
final class TypeText {

  private static final Pattern NAME =
      Pattern.compile("[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*");

  private final String text;
  private int at;

  private TypeText(String text) {
    this.text = text;
  }

  /** The type; names keep the packages with which they are written. Empty if it is no type. */
  static Optional<TypeRef> read(String text) {
    TypeText reader = new TypeText(text.replace(" ", ""));
    Optional<TypeRef> type = reader.type();
    return type.filter(found -> reader.at == reader.text.length());
  }

  private Optional<TypeRef> type() {
    Matcher name = NAME.matcher(text).region(at, text.length());
    if (!name.lookingAt()) {
      return Optional.empty();
    }
    at = name.end();
    List<TypeRef> arguments = new ArrayList<>();
    if (next('<')) {
      do {
        Optional<TypeRef> argument = type();
        if (argument.isEmpty() || argument.get().isPrimitive()) {
          return Optional.empty();
        }
        arguments.add(argument.get());
      } while (next(','));
      if (!next('>')) {
        return Optional.empty();
      }
    }
    int dimensions = 0;
    while (text.startsWith("[]", at)) {
      at += 2;
      dimensions++;
    }
    return Optional.of(ref(name.group(), arguments, dimensions));
  }

  private static TypeRef ref(String name, List<TypeRef> arguments, int dimensions) {
    int dot = ShapeUse.isQualified(name) ? name.lastIndexOf('.') : -1;
    return new TypeRef(
        name.substring(0, Math.max(0, dot)), name.substring(dot + 1), arguments, dimensions);
  }

  private boolean next(char expected) {
    boolean there = at < text.length() && text.charAt(at) == expected;
    at += there ? 1 : 0;
    return there;
  }
}
