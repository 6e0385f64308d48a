package dev.shelftwin.rule;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How values of a type are usually written in JSON.
 *
 * @param name the type (JSON Schema 2020-12 Validation, §6.1.1)
 * @param format the format of a text (§7.3); empty if it has none
 * @param others types that a JSON library may be set to write instead
 */
record JsonType(String name, String format, Set<String> others) {

  private static final JsonType TEXT = new JsonType("string");
  private static final JsonType INTEGER = new JsonType("integer");
  private static final JsonType NUMBER = new JsonType("number");
  private static final Set<String> TEXT_TOO = Set.of("string");
  private static final Set<String> NUMBERS_TOO = Set.of("integer", "number", "array");
  private static final JsonType ARRAY = new JsonType("array");

  static final JsonType OBJECT = new JsonType("object");

  private static final Map<String, JsonType> JDK =
      Map.ofEntries(
          Map.entry("java.lang.String", TEXT),
          Map.entry("java.lang.Character", TEXT),
          Map.entry("java.lang.Boolean", new JsonType("boolean")),
          Map.entry("java.lang.Byte", INTEGER),
          Map.entry("java.lang.Short", INTEGER),
          Map.entry("java.lang.Integer", INTEGER),
          Map.entry("java.lang.Long", new JsonType("integer", "", TEXT_TOO)),
          Map.entry("java.math.BigInteger", new JsonType("integer", "", TEXT_TOO)),
          Map.entry("java.lang.Float", NUMBER),
          Map.entry("java.lang.Double", NUMBER),
          Map.entry("java.math.BigDecimal", new JsonType("number", "", TEXT_TOO)),
          Map.entry("java.util.UUID", new JsonType("string", "uuid", Set.of())),
          Map.entry("java.net.URI", new JsonType("string", "uri", Set.of())),
          Map.entry("java.time.LocalDate", new JsonType("string", "date", NUMBERS_TOO)),
          Map.entry("java.time.Instant", new JsonType("string", "date-time", NUMBERS_TOO)),
          Map.entry("java.time.OffsetDateTime", new JsonType("string", "date-time", NUMBERS_TOO)));

  private JsonType(String name) {
    this(name, "", Set.of());
  }

  /** How a type of the JDK is written; empty if that depends on the library or its settings. */
  static Optional<JsonType> of(TypeRef type) {
    TypeRef present = type.present();
    if (present.isArray() && present.name().equals("byte")) {
      return Optional.of(TEXT); // Base64 (RFC 4648)
    }
    return Container.of(present)
        .map(kind -> kind == Container.MAP ? OBJECT : ARRAY)
        .or(() -> Optional.ofNullable(JDK.get(present.boxed().qualifiedName())));
  }
}
