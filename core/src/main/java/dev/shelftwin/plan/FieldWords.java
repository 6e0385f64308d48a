package dev.shelftwin.plan;

import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads the description of a field: {@code Type[?] [min n] [max n] [digits n] [pattern 'x']
 * [unique] [role]}.
 */
final class FieldWords {

  private static final Set<String> WHOLE =
      Set.of("byte", "short", "int", "long", "Byte", "Short", "Integer", "Long", "BigInteger");
  private static final Set<String> FRACTIONAL =
      Set.of("float", "double", "Float", "Double", "BigDecimal");
  private static final Set<String> TIMES =
      Set.of("Instant", "LocalDateTime", "LocalTime", "OffsetDateTime", "ZonedDateTime");

  private static final Set<Integer> SECOND_DIGITS = Set.of(0, 3, 6, 9);

  private static final List<String> LIMITS = List.of("min", "max", "digits", "pattern", "unique");

  private static final Pattern WORD = Pattern.compile("'((?:[^']|'')*)'|(\\S+)");
  private static final Pattern NUMBER = Pattern.compile("-?\\d{1,18}(\\.\\d{1,18})?");

  private final YamlDocument yaml;
  private final Text name;
  private final Text words;
  private final Limits.Builder limits = new Limits.Builder();
  private @Nullable FieldRole role;

  FieldWords(YamlDocument yaml, Text name, Text words) {
    this.yaml = yaml;
    this.name = name;
    this.words = words;
  }

  Optional<FieldDescription> read() {
    String text = words.value().strip();
    int end = endOfType(text);
    String written = text.substring(0, end);
    boolean optional = written.endsWith("?");
    Optional<TypeRef> type =
        TypeText.read(optional ? written.substring(0, written.length() - 1) : written);
    if (type.isEmpty()) {
      yaml.error(
          words.at(),
          "'" + written + "' is no type",
          "write it like String, List<Segment> or int[]; inside braces, put a type with a comma in"
              + " quotes: 'Map<String, Long>'");
      return Optional.empty();
    }
    if (optional && type.get().isPrimitive()) {
      String boxed = type.get().boxed().name();
      yaml.error(
          words.at(),
          "a value of type " + type.get() + " cannot be missing",
          "write " + boxed + "?");
      return Optional.empty();
    }
    List<String> rest = new ArrayList<>();
    Matcher word = WORD.matcher(text.substring(end));
    while (word.find()) {
      rest.add(word.group(1) == null ? word.group(2) : word.group(1).replace("''", "'"));
    }
    boolean right = true;
    for (int at = 0; at < rest.size() && right; at++) {
      boolean takesValue = LIMITS.contains(rest.get(at)) && !rest.get(at).equals("unique");
      @Nullable String value = takesValue && at + 1 < rest.size() ? rest.get(at + 1) : null;
      right = word(rest.get(at), value, type.get());
      at += takesValue ? 1 : 0;
    }
    return right
        ? Optional.of(
            new FieldDescription(
                name, type.get(), optional, limits.build(), Optional.ofNullable(role), words))
        : Optional.empty();
  }

  /** Where the type ends: at the first space outside angle brackets. */
  private static int endOfType(String text) {
    int depth = 0;
    for (int at = 0; at < text.length(); at++) {
      char next = text.charAt(at);
      depth += next == '<' ? 1 : next == '>' ? -1 : 0;
      if (next == ' ' && depth <= 0) {
        return at;
      }
    }
    return text.length();
  }

  private boolean word(String word, @Nullable String value, TypeRef type) {
    switch (word) {
      case "min", "max", "digits" -> {
        return number(word, value, type);
      }
      case "pattern" -> {
        return pattern(value, type);
      }
      case "unique" -> limits.unique();
      default -> {
        Optional<FieldRole> known =
            Stream.of(FieldRole.values()).filter(one -> one.key().equals(word)).findFirst();
        if (known.isEmpty()) {
          List<String> all = new ArrayList<>(LIMITS);
          Stream.of(FieldRole.values()).map(FieldRole::key).forEach(all::add);
          yaml.unknown(new Text(word, words.at()), all, "a described field");
          return false;
        }
        role = known.get();
      }
    }
    return true;
  }

  private boolean number(String word, @Nullable String value, TypeRef type) {
    if (value == null || !NUMBER.matcher(value).matches()) {
      return wrong("'" + word + "' needs a number", "write it like '" + word + " 200'");
    }
    String simple = type.name();
    boolean counts = simple.equals("String") || word.equals("digits");
    if (counts && !value.matches("\\d{1,9}")) {
      return wrong("'" + word + " " + value + "' is no count", "write a whole number");
    }
    boolean digits = FRACTIONAL.contains(simple) || TIMES.contains(simple);
    boolean bound =
        simple.equals("String") || WHOLE.contains(simple) || FRACTIONAL.contains(simple);
    if (type.isArray() || !(word.equals("digits") ? digits : bound)) {
      return wrong(
          "a value of type " + type + " has no '" + word + "'",
          "describe the limit in the type itself, or leave it out");
    }
    if (word.equals("digits")) {
      int count = Integer.parseInt(value);
      if (FRACTIONAL.contains(simple)) {
        limits.scale(count);
      } else if (!SECOND_DIGITS.contains(count)) {
        return wrong(
            "times are kept to seconds, or to 3, 6 or 9 digits of a second", "write 'digits 6'");
      } else {
        limits.secondDigits(count);
      }
    } else if (simple.equals("String")) {
      int count = Integer.parseInt(value);
      if (word.equals("min")) {
        limits.minLength(count);
      } else {
        limits.maxLength(count);
      }
    } else {
      Limits.Bound limit = new Limits.Bound(new BigDecimal(value), true);
      if (word.equals("min")) {
        limits.min(limit);
      } else {
        limits.max(limit);
      }
    }
    return true;
  }

  private boolean pattern(@Nullable String expression, TypeRef type) {
    if (expression == null || !type.name().equals("String")) {
      return wrong(
          "'pattern' is for texts, and needs a regular expression",
          "write it like String pattern '[A-Z]{3}'");
    }
    try {
      Pattern.compile(expression);
      limits.pattern(expression);
      return true;
    } catch (PatternSyntaxException wrong) {
      return wrong("this is no regular expression: " + wrong.getDescription(), "correct it");
    }
  }

  private boolean wrong(String message, String remedy) {
    yaml.error(words.at(), message, remedy);
    return false;
  }
}
