package dev.shelftwin.observe;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.runtime.DateTexts;
import dev.shelftwin.shape.TypeRef;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The patterns of dates that a mapper has among its text constants: it may write dates, or read
 * them, by one of them.
 */
record DatePatterns(List<String> patterns) {

  private static final List<ZonedDateTime> MOMENTS =
      List.of(
          ZonedDateTime.parse("2021-03-14T15:06:27.120Z"),
          ZonedDateTime.parse("2022-04-25T16:17:38.230Z"),
          ZonedDateTime.parse("2023-11-16T18:29:49.340Z"));

  DatePatterns {
    patterns = List.copyOf(patterns);
  }

  /** Those of some constants that are patterns. */
  static DatePatterns of(Stream<String> constants) {
    return new DatePatterns(constants.filter(one -> texts(one).isPresent()).toList());
  }

  /** A text of each pattern. */
  List<String> texts() {
    return patterns.stream().flatMap(one -> texts(one).stream()).map(one -> one.get(0)).toList();
  }

  /** Other texts of the pattern that a text has; none if it has none. */
  List<String> like(Object text) {
    return patterns.stream()
        .flatMap(one -> texts(one).stream())
        .filter(texts -> texts.contains(text))
        .flatMap(List::stream)
        .filter(other -> !other.equals(text))
        .toList();
  }

  /** The conversions between two types by the patterns. */
  List<Conversion> conversions(TypeRef from, TypeRef to, Catalogue catalogue) {
    return patterns.stream()
        .flatMap(pattern -> DateFormats.between(from, to, pattern, catalogue).stream())
        .toList();
  }

  /** Texts of different moments; empty if a constant is no pattern, or has nothing of a moment. */
  private static Optional<List<String>> texts(String constant) {
    if (DateFormats.isPattern(constant)) {
      List<String> texts = MOMENTS.stream().map(one -> DateTexts.write(one, constant)).toList();
      return Optional.of(texts).filter(all -> all.stream().distinct().count() == all.size());
    }
    return Optional.empty();
  }
}
