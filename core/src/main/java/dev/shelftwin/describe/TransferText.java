package dev.shelftwin.describe;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes a type that is sent or received: a record whose components say what they allow (Jakarta
 * Validation 3.1, §8).
 */
final class TransferText {

  private static final String VALIDATION = "jakarta.validation";
  private static final String CONSTRAINTS = VALIDATION + ".constraints";

  /** The most digits before the point where nothing else is said. */
  static final int USUAL_DIGITS = 15;

  private final DescribedClass type;
  private final JavaText text;

  TransferText(DescribedClass type, JavaText text) {
    this.type = type;
    this.text = text;
  }

  void write() {
    List<String> components = type.members().stream().map(this::component).toList();
    text.list("public record " + type.type().name() + "(", components, ") {}");
  }

  private String component(DescribedMember member) {
    List<String> annotations = new ArrayList<>();
    if (!member.optional() && !member.type().isPrimitive()) {
      annotations.add(constraint("NotNull", ""));
    }
    if (isNested(member)) {
      annotations.add("@" + text.imported(VALIDATION, "Valid"));
    }
    annotations.addAll(limits(member));
    String declared =
        (member.optional() ? text.name(member.type().boxed()) : text.name(member.type()))
            + " "
            + member.name();
    return annotations.isEmpty() ? declared : String.join(" ", annotations) + " " + declared;
  }

  private boolean isNested(DescribedMember member) {
    String held =
        Container.of(member.type()).isPresent()
            ? Container.element(member.type()).packageName()
            : member.type().packageName();
    return held.equals(type.type().packageName());
  }

  private List<String> limits(DescribedMember member) {
    Limits limits = member.limits();
    List<String> annotations = new ArrayList<>();
    List<String> size = new ArrayList<>();
    limits.minLength().ifPresent(count -> size.add("min = " + count));
    limits.maxLength().ifPresent(count -> size.add("max = " + count));
    if (!size.isEmpty()) {
      annotations.add(constraint("Size", String.join(", ", size)));
    }
    limits.min().ifPresent(bound -> annotations.add(bound(member, "Min", bound)));
    limits.max().ifPresent(bound -> annotations.add(bound(member, "Max", bound)));
    limits
        .scale()
        .ifPresent(
            scale ->
                annotations.add(
                    constraint("Digits", "integer = " + digits(limits) + ", fraction = " + scale)));
    limits
        .patterns()
        .forEach(
            pattern ->
                annotations.add(constraint("Pattern", "regexp = " + JavaText.quoted(pattern))));
    return annotations;
  }

  /** How many digits the largest value has before its point. */
  static int digits(Limits limits) {
    return limits
        .max()
        .map(Limits.Bound::value)
        .map(BigDecimal::abs)
        .map(value -> Math.max(1, value.precision() - value.scale()))
        .orElse(USUAL_DIGITS);
  }

  private String bound(DescribedMember member, String name, Limits.Bound bound) {
    String number = bound.value().toPlainString();
    boolean whole = bound.value().stripTrailingZeros().scale() <= 0;
    return whole && !member.type().name().equals("BigDecimal")
        ? constraint(name, number)
        : constraint("Decimal" + name, JavaText.quoted(number));
  }

  private String constraint(String name, String value) {
    return "@" + text.imported(CONSTRAINTS, name) + (value.isEmpty() ? "" : "(" + value + ")");
  }
}
