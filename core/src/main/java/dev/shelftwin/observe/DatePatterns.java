package dev.shelftwin.observe;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.runtime.DateTexts;
import dev.shelftwin.shape.TypeRef;
import java.time.ZonedDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The date patterns among the text constants of a mapper, each with sample texts: the mapper may
 * write dates, or read them, by one of the patterns.
 */
final class DatePatterns {

  private static final List<ZonedDateTime> MOMENTS =
      List.of(
          ZonedDateTime.parse("2021-03-14T15:06:27.120Z"),
          ZonedDateTime.parse("2022-04-25T16:17:38.230Z"),
          ZonedDateTime.parse("2023-11-16T18:29:49.340Z"));

  private final Map<String, List<String>> texts = new LinkedHashMap<>();

  /** Adds a constant if it is a pattern by which different moments have different texts. */
  void add(String constant) {
    if (DateFormats.isPattern(constant)) {
      List<String> samples = MOMENTS.stream().map(one -> DateTexts.write(one, constant)).toList();
      if (samples.stream().distinct().count() == samples.size()) {
        texts.put(constant, samples);
      }
    }
  }

  /** A text of each pattern. */
  List<String> texts() {
    return texts.values().stream().map(samples -> samples.get(0)).toList();
  }

  /** The other samples of the pattern of a text; none if the text is no sample. */
  List<String> like(Object text) {
    return texts.values().stream()
        .filter(samples -> samples.contains(text))
        .flatMap(List::stream)
        .filter(other -> !other.equals(text))
        .toList();
  }

  /** The conversions between two types by the patterns. */
  List<Conversion> conversions(TypeRef from, TypeRef to, Catalogue catalogue) {
    return texts.keySet().stream()
        .flatMap(pattern -> DateFormats.between(from, to, pattern, catalogue).stream())
        .toList();
  }
}
