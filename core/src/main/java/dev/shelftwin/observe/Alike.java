package dev.shelftwin.observe;

import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.util.List;

/** Values of the same kind as another one, and values at the limits of a type. */
final class Alike {

  private Alike() {}

  /** Texts that are parsed like a text, or numbers near a number. */
  static List<Object> of(Object value) {
    if (value instanceof Integer number) {
      return List.of(number + 1, number + 2);
    }
    if (value instanceof Short number) {
      return List.of((short) (number + 1), (short) (number + 2));
    }
    if (value instanceof Byte number) {
      return List.of((byte) (number + 1), (byte) (number + 2));
    }
    if (value instanceof Long number) {
      return List.of(number + 1, number + 2);
    }
    return switch (String.valueOf(value)) {
      case "1017" -> List.of("1018", "2045");
      case "2" -> List.of("3", "1");
      case "2021-03-04" -> List.of("2022-04-05", "2023-01-06");
      case "2021-03-04T05:06:07Z" -> List.of("2022-04-05T06:07:08Z", "2023-01-02T03:04:05Z");
      case "2021-03-04T05:06:07" -> List.of("2022-04-05T06:07:08", "2023-01-02T03:04:05");
      case "05:06" -> List.of("06:07", "08:09");
      case "PT90M" -> List.of("PT75M", "PT45M");
      case "00012345-6789-4abc-8def-0123456789ab" ->
          List.of("11112345-6789-4abc-8def-0123456789ab", "22212345-6789-4abc-8def-0123456789ab");
      case "true" -> List.of("false");
      case "GBP" -> List.of("EUR", "JPY");
      case "en" -> List.of("fr", "ja");
      case "https://ashfold.example/a" ->
          List.of("https://ashfold.example/b", "https://ashfold.example/c");
      case "10.25" -> List.of("11.75", "12.50");
      case "{}" -> List.of("{\"a\":1}");
      case "[]" -> List.of("[1]");
      case "A-12" -> List.of("B-13", "C-14");
      case "a@b.example" -> List.of("c@d.example", "e@f.example");
      default -> List.of();
    };
  }

  /** Values at the limits of a type. */
  static List<Object> limits(TypeRef type) {
    return switch (type.boxed().qualifiedName()) {
      case "java.lang.String" -> List.of("Ab Cd", "");
      case "java.lang.Integer" -> List.of(0, 1, 2, -1, Integer.MAX_VALUE);
      case "java.lang.Long" -> List.of(0L, 1L, -1L, Long.MAX_VALUE);
      case "java.lang.Short" -> List.of((short) 0, (short) 1, (short) 2, (short) -1);
      case "java.lang.Double" -> List.of(0d, -1.5d);
      case "java.math.BigDecimal" -> List.of(BigDecimal.ZERO, new BigDecimal("-1.50"));
      default -> List.of();
    };
  }
}
