package dev.shelftwin.convert;

import dev.shelftwin.runtime.DateTexts;
import dev.shelftwin.shape.TypeRef;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Converts dates and times to texts in the format that the plan names, and back. */
public final class DateFormats {

  private static final TypeRef TEXT = TypeRef.of("java.lang", "String");
  private static final String IN_FORMAT = "in the format ";

  private static final ZonedDateTime SAMPLE =
      ZonedDateTime.of(1987, 11, 28, 17, 45, 31, 0, ZoneOffset.UTC);

  private DateFormats() {}

  /** Whether a text is a pattern that names something of a date or a time. */
  public static boolean isPattern(String text) {
    try {
      return !DateTexts.write(SAMPLE, text).equals(text);
    } catch (RuntimeException none) { // of some texts a ClassCastException
      return false;
    }
  }

  /** How the label of a conversion names a pattern. */
  public static String label(String pattern) {
    return IN_FORMAT + pattern;
  }

  /** The pattern that the label of a conversion names; empty if it names none. */
  public static Optional<String> inLabel(String label) {
    int begin = label.indexOf(IN_FORMAT);
    return begin < 0
        ? Optional.empty()
        : Optional.of(label.substring(begin + IN_FORMAT.length())).filter(DateFormats::isPattern);
  }

  /**
   * The conversion between a date or a time and a text; between two dates, where nothing is
   * written, the usual one; empty if there is none or the pattern does not fit the type.
   */
  public static Optional<Conversion> between(
      TypeRef from, TypeRef to, String pattern, ConversionFinder catalogue) {
    TypeRef source = from.present();
    TypeRef target = to.present();
    Optional<WrittenDate> written = written(source, catalogue);
    Optional<WrittenDate> read = written(target, catalogue);
    if (written.isPresent() == read.isPresent()) {
      return written.isPresent() || source.boxed().equals(target.boxed())
          ? catalogue.between(source, target)
          : Optional.empty();
    }
    return written
        .flatMap(type -> writing(type, pattern))
        .or(() -> read.flatMap(type -> reading(type, pattern)))
        .flatMap(
            step ->
                catalogue
                    .before(source, step)
                    .flatMap(begun -> catalogue.between(step.to(), target).map(begun::then)));
  }

  /** How a type is written, or the value that its objects hold. */
  private static Optional<WrittenDate> written(TypeRef type, ConversionFinder catalogue) {
    return WrittenDate.of(type)
        .or(
            () ->
                ValueObject.of(type, catalogue)
                    .flatMap(object -> WrittenDate.of(object.reader().type().present())));
  }

  private static Optional<Step> writing(WrittenDate type, String pattern) {
    Operation operation =
        new Operation.JdkExpression(
            "$2T.write($1L, " + literal(pattern) + ")",
            List.of(WrittenDate.TEXTS),
            value -> WrittenDate.write(value, pattern));
    return type.text(pattern)
        .map(
            text ->
                new Step(
                    label(pattern), type.type(), TEXT, operation, type.losses(pattern), false));
  }

  private static Optional<Step> reading(WrittenDate type, String pattern) {
    return type.readBy(pattern)
        .map(
            read ->
                new Step(
                    label(pattern),
                    TEXT,
                    read.type(),
                    new Operation.JdkExpression(
                        read.reading().formatted(literal(pattern)),
                        read.named(),
                        text -> read.read().apply((String) text, pattern)),
                    Set.of(),
                    true));
  }

  /** A pattern as a literal of Java within a template of code. */
  private static String literal(String pattern) {
    String escaped = pattern.replace("\\", "\\\\").replace("\"", "\\\"").replace("$", "$$");
    return '"' + escaped + '"';
  }
}
