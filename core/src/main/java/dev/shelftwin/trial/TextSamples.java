package dev.shelftwin.trial;

import com.github.curiousoddman.rgxgen.RgxGen;
import dev.shelftwin.shape.Limits;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.random.RandomGenerator;

/** Random texts that a declaration allows: short and long ones, odd ones, and ordinary words. */
final class TextSamples {

  private static final List<String> EDGES =
      List.of("", " ", "a", " x ", "Zoë Ångström", "粘土", "🏺", "O'Hara \"q\" \\", "a\nb", "null");

  /** How long a text is at most whose length is not limited. */
  private static final int LONG = 300;

  /** How many texts are made by a regular expression until one has the right length. */
  private static final int ATTEMPTS = 20;

  /** Makes texts by regular expressions; empty for those that it does not understand. */
  private static final Map<String, Optional<RgxGen>> BY_EXPRESSION = new ConcurrentHashMap<>();

  private TextSamples() {}

  /** A text within the limits; its patterns are kept as far as texts can be made by them. */
  static String text(RandomGenerator random, Limits limits) {
    return matching(random, limits).orElseGet(() -> any(random, limits));
  }

  private static String any(RandomGenerator random, Limits limits) {
    int longest = limits.maxLength().orElse(LONG);
    String text =
        switch (random.nextInt(6)) {
          case 0 -> EDGES.get(random.nextInt(EDGES.size()));
          case 1 -> "x".repeat(Math.max(0, longest - 3)) + random.nextInt(100, 1000);
          default -> word(random);
        };
    String stripped = text.strip();
    int missing = limits.minLength().orElse(0) - stripped.length();
    String padded = missing > 0 ? stripped + "y".repeat(missing) : text;
    return padded.length() <= longest ? padded : padded.substring(0, longest);
  }

  private static Optional<String> matching(RandomGenerator random, Limits limits) {
    Optional<RgxGen> texts =
        limits.patterns().stream()
            .findFirst()
            .flatMap(pattern -> BY_EXPRESSION.computeIfAbsent(pattern, TextSamples::generator));
    for (int attempt = 0; texts.isPresent() && attempt < ATTEMPTS; attempt++) {
      String text = texts.get().generate(new Random(random.nextLong()));
      if (limits.allow(text)) {
        return Optional.of(text);
      }
    }
    return Optional.empty();
  }

  private static Optional<RgxGen> generator(String pattern) {
    try {
      return Optional.of(RgxGen.parse(pattern.replaceAll("^\\^|(?<!\\\\)\\$$", "")));
    } catch (RuntimeException unsupported) {
      return Optional.empty();
    }
  }

  /** Three to ten letters. */
  static String word(RandomGenerator random) {
    StringBuilder word = new StringBuilder();
    for (int length = 3 + random.nextInt(8); length > 0; length--) {
      word.append((char) ('a' + random.nextInt(26)));
    }
    return word.toString();
  }
}
