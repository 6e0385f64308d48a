package dev.shelftwin.describe;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Writes a type of the domain that accepts no values but the described ones: a record, or a class
 * if the plan names factories.
 */
final class DomainText {

  private final DescribedClass type;
  private final JavaText text;

  DomainText(DescribedClass type, JavaText text) {
    this.type = type;
    this.text = text;
  }

  void write() {
    if (type.factories().isEmpty()) {
      asRecord();
    } else {
      asClass();
    }
  }

  /** A class whose objects only its factories make. */
  private void asClass() {
    String name = type.type().name();
    text.line("public final class " + name + " {").line("");
    type.members()
        .forEach(one -> text.line("  private final " + kept(one) + " " + one.name() + ";"));
    List<String> parameters = parameters(type.members());
    text.line("").list("  private " + name + "(", parameters, ") {");
    type.members().stream()
        .flatMap(member -> checks(member).stream())
        .forEach(check -> text.line("    " + check));
    type.members()
        .forEach(
            one ->
                text.line(
                    "    this."
                        + one.name()
                        + " = "
                        + one.name()
                        + (one.optional() ? ".orElse(null);" : ";")));
    text.line("  }");
    type.factories().forEach(this::factory);
    for (DescribedMember member : type.members()) {
      text.line("").line("  public " + component(member) + " " + member.name() + "() {");
      String value =
          member.optional() ? "Optional.ofNullable(" + member.name() + ")" : member.name();
      text.line("    return " + value + ";").line("  }");
    }
    text.line("}");
  }

  /** The type of a field: null stands for a value that is missing. */
  private String kept(DescribedMember member) {
    return text.name(member.optional() ? member.type().boxed() : member.type());
  }

  private void factory(DescribedClass.Factory factory) {
    List<DescribedMember> taken =
        type.members().stream().filter(one -> !factory.omitted().contains(one.name())).toList();
    String name = type.type().name();
    text.line("")
        .list("  public static " + name + " " + factory.name() + "(", parameters(taken), ") {");
    List<String> values =
        type.members().stream()
            .map(one -> taken.contains(one) ? one.name() : nothing(one))
            .toList();
    text.list("    return new " + name + "(", values, ");").line("  }");
  }

  private String nothing(DescribedMember member) {
    return member.optional()
        ? text.imported("java.util", "Optional") + ".empty()"
        : text.imported("java.util", member.type().name()) + ".of()";
  }

  private List<String> parameters(List<DescribedMember> members) {
    return members.stream().map(one -> component(one) + " " + one.name()).toList();
  }

  private void asRecord() {
    List<String> components = parameters(type.members());
    List<String> checks = type.members().stream().flatMap(one -> checks(one).stream()).toList();
    if (checks.isEmpty()) {
      text.list("public record " + type.type().name() + "(", components, ") {}");
      return;
    }
    text.list("public record " + type.type().name() + "(", components, ") {").line("");
    text.line("  public " + type.type().name() + " {");
    checks.forEach(check -> text.line("    " + check));
    text.line("  }").line("}");
  }

  private String component(DescribedMember member) {
    String name = text.name(member.type());
    return member.optional()
        ? text.imported("java.util", "Optional") + "<" + text.name(member.type().boxed()) + ">"
        : name;
  }

  private List<String> checks(DescribedMember member) {
    List<String> checks = new ArrayList<>();
    String name = member.name();
    String copy = copy(member.type());
    if (!member.optional() && !copy.isEmpty()) {
      checks.add(name + " = " + copy + ".copyOf(" + name + ");");
    } else if (!member.type().isPrimitive()) {
      String objects = text.imported("java.util", "Objects");
      checks.add(objects + ".requireNonNull(" + name + ", " + JavaText.quoted(name) + ");");
    }
    resolution(member).ifPresent(checks::add);
    limits(member).forEach(limit -> add(checks, member, limit));
    return checks;
  }

  /** Times are kept as exactly as they are described, and no more. */
  private Optional<String> resolution(DescribedMember member) {
    if (member.limits().secondDigits().isEmpty()) {
      return Optional.empty();
    }
    int digits = member.limits().secondDigits().getAsInt();
    String unit = digits == 0 ? "SECONDS" : digits <= 3 ? "MILLIS" : digits <= 6 ? "MICROS" : "";
    if (unit.isEmpty()) {
      return Optional.empty();
    }
    String name = member.name();
    String call = ".truncatedTo(" + text.imported("java.time.temporal", "ChronoUnit") + "." + unit;
    return Optional.of(
        member.optional()
            ? name + " = " + name + ".map(value -> value" + call + "));"
            : name + " = " + name + call + ");");
  }

  private String copy(TypeRef container) {
    return switch (container.name()) {
      case "List", "Set", "Map" ->
          Container.of(container).isPresent()
              ? text.imported(container.packageName(), container.name())
              : "";
      default -> "";
    };
  }

  /**
   * A limit.
   *
   * @param broken what holds for values beyond it, where {@code %s} is the value
   * @param words what is wrong then, behind the field's name
   */
  private record Check(String broken, String words) {}

  private static void add(List<String> checks, DescribedMember member, Check limit) {
    String name = member.name();
    String condition =
        member.optional()
            ? name + ".filter(value -> " + limit.broken().formatted("value") + ").isPresent()"
            : limit.broken().formatted(name);
    checks.add("if (" + condition + ") {");
    checks.add(
        "  throw new IllegalArgumentException("
            + JavaText.quoted(name + " " + limit.words())
            + ");");
    checks.add("}");
  }

  private List<Check> limits(DescribedMember member) {
    Limits limits = member.limits();
    List<Check> checks = new ArrayList<>();
    limits
        .minLength()
        .ifPresent(
            count ->
                checks.add(
                    new Check(
                        "%s.length() < " + count, "has fewer than " + count + " characters")));
    limits
        .maxLength()
        .ifPresent(
            count ->
                checks.add(
                    new Check("%s.length() > " + count, "has more than " + count + " characters")));
    limits
        .patterns()
        .forEach(
            pattern ->
                checks.add(
                    new Check(
                        "!%s.matches(" + JavaText.quoted(pattern).replace("%", "%%") + ")",
                        "does not match " + pattern)));
    limits
        .min()
        .ifPresent(
            bound -> checks.add(new Check(compared(member, "<", bound), "is less than " + bound)));
    limits
        .max()
        .ifPresent(
            bound -> checks.add(new Check(compared(member, ">", bound), "is more than " + bound)));
    if (member.type().name().equals("BigDecimal") && limits.scale().isPresent()) {
      int count = limits.scale().getAsInt();
      checks.add(
          new Check("%s.scale() > " + count, "has more than " + count + " digits after the point"));
    }
    return checks;
  }

  private String compared(DescribedMember member, String operator, Limits.Bound bound) {
    String number = bound.value().toPlainString();
    return switch (member.type().name()) {
      case "BigDecimal", "BigInteger" ->
          "%s.compareTo(new "
              + text.name(member.type())
              + "("
              + JavaText.quoted(number)
              + ")) "
              + operator
              + " 0";
      case "long", "Long" -> "%s " + operator + " " + number + "L";
      default -> "%s " + operator + " " + number;
    };
  }
}
