package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * A value that one layer accepts and the next one rejects: a request that accepts more than the
 * domain or the column, or a domain that accepts more than the column. A column that could hold
 * more than the domain allows is no problem.
 */
final class LimitMismatch implements Rule.Check<MappingOnHop> {

  /** The length of a column whose declaration gives none (Jakarta Persistence 3.2, §11.1.9). */
  private static final int DEFAULT_LENGTH = 255;

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean compared =
        at.mapping().isCarried()
            && at.from().role() != Role.PERSISTENCE
            && at.to().role() != Role.TRANSFER;
    if (!compared) {
      return Stream.empty();
    }
    List<Inner> inner = inner(at).filter(one -> hasType(one.field(), at.source())).toList();
    return Stream.of(Measure.values())
        .flatMap(
            measure ->
                inner.stream()
                    .filter(one -> measure.isLimited(one.field().limits()))
                    .findFirst() // the domain's limit before the column's
                    .filter(one -> acceptsMore(measure, at, one))
                    .map(one -> match(at, measure.message(at.sourcePath(), at.source(), one)))
                    .stream());
  }

  /** The target and, for a request, the columns in which its value is stored in the end. */
  private static Stream<Inner> inner(MappingOnHop at) {
    Stream<Inner> target = Stream.of(new Inner(at.to(), at.target()));
    boolean toDomain = at.from().role() == Role.TRANSFER && at.to().role() == Role.DOMAIN;
    Stream<Inner> columns =
        at.concept().hops().stream()
            .filter(hop -> toDomain && hop.hop().to().role() == Role.PERSISTENCE)
            .flatMap(
                hop ->
                    hop.outOf(at.target())
                        .filter(FieldMapping::isCarried)
                        .flatMap(mapping -> mapping.target().stream())
                        .map(column -> new Inner(hop.hop().to(), column)));
    return Stream.concat(target, columns);
  }

  private static boolean acceptsMore(Measure measure, MappingOnHop at, Inner inner) {
    Field source = at.source();
    boolean length = measure == Measure.MAX_LENGTH;
    if (length && !source.type().present().isLang("String")) {
      return false; // the names of an enumeration's constants have the lengths that they have
    }
    if (length && at.from().role() != Role.TRANSFER && hasDefaultLength(source)) {
      return false;
    }
    Limits accepted = source.limits().withImplied();
    if (measure.isLimited(accepted)) {
      return measure.isWider(accepted, inner.field().limits());
    }
    boolean unchanged = at.mapping().conversion().filter(Conversion::isNone).isPresent();
    return unchanged && validates(at.from()) && !(length && hasDefaultLength(inner.field()));
  }

  /** If some fields of a request have limits, those without were probably forgotten. */
  private static boolean validates(ResolvedShape shape) {
    return shape.role() == Role.TRANSFER
        && shape.shape().fields().stream()
            .anyMatch(
                field ->
                    Stream.of(Measure.values())
                        .anyMatch(measure -> measure.isLimited(field.limits())));
  }

  private static boolean hasDefaultLength(Field field) {
    return field.limits().maxLength().equals(OptionalInt.of(DEFAULT_LENGTH));
  }

  private static boolean hasType(Field one, Field other) {
    return one.type().present().boxed().equals(other.type().present().boxed());
  }

  private static RuleMatch match(MappingOnHop at, String message) {
    return new Matches(RuleId.LIMIT_MISMATCH, at.concept())
        .onHop(
            at,
            at.from(),
            at.source(),
            message,
            List.of(Remedy.advice("give both the same limit"), accept(at, at.source())));
  }

  /** The remedy that accepts a finding of this rule. */
  static Remedy accept(MappingOnHop at, Field source) {
    return new PlanRows(at.concept())
        .accept(RuleId.LIMIT_MISMATCH, at.from(), source, "why this is not a problem");
  }

  /** A field that receives the value. */
  private record Inner(ResolvedShape shape, Field field) {}

  /** The limits that are compared. */
  private enum Measure {
    MIN_LENGTH("texts of %s characters", "empty texts", "requires at least %s characters"),
    MAX_LENGTH("texts of %s characters", "texts of any length", "holds at most %s"),
    DIGITS("%s digits before the decimal point", "numbers of any size", "holds at most %s"),
    SCALE("%s digits after the decimal point", "any number of decimals", "holds at most %s"),
    MIN("numbers from %s", "numbers without a minimum", "requires at least %s"),
    MAX("numbers up to %s", "numbers without a maximum", "allows at most %s"),
    PATTERN("texts that match '%s'", "any text", "requires '%s'");

    private final String limited;
    private final String unlimited;
    private final String inner;

    Measure(String limited, String unlimited, String inner) {
      this.limited = limited;
      this.unlimited = unlimited;
      this.inner = inner;
    }

    boolean isLimited(Limits limits) {
      return !value(limits).isEmpty();
    }

    /** The limit as text; empty if there is none. */
    private String value(Limits limits) {
      return switch (this) {
        case MIN_LENGTH -> limits.minLength().orElse(0) == 0 ? "" : text(limits.minLength());
        case MAX_LENGTH -> text(limits.maxLength());
        case DIGITS -> text(limits.digits());
        case SCALE -> text(limits.scale());
        case MIN -> limits.min().map(Limits.Bound::toString).orElse("");
        case MAX -> limits.max().map(Limits.Bound::toString).orElse("");
        case PATTERN -> String.join("' and '", limits.patterns());
      };
    }

    private static String text(OptionalInt limit) {
      return limit.isEmpty() ? "" : Integer.toString(limit.getAsInt());
    }

    /** Whether the first of two existing limits allows more. */
    boolean isWider(Limits one, Limits other) {
      return switch (this) {
        case MIN_LENGTH -> one.minLength().orElse(0) < other.minLength().orElse(0);
        case MAX_LENGTH -> one.maxLength().orElse(0) > other.maxLength().orElse(0);
        case DIGITS -> one.digits().orElse(0) > other.digits().orElse(0);
        case SCALE -> one.scale().orElse(0) > other.scale().orElse(0);
        case MIN -> Limits.isBelow(one.min().orElseThrow(), other.min().orElseThrow());
        case MAX -> Limits.isAbove(one.max().orElseThrow(), other.max().orElseThrow());
        case PATTERN -> !one.patterns().containsAll(other.patterns());
      };
    }

    String message(String path, Field source, Inner receiver) {
      String limit = value(source.limits().withImplied());
      String where =
          receiver.shape().role() == Role.PERSISTENCE
              ? "the column of " + receiver.shape().path(receiver.field())
              : receiver.shape().path(receiver.field());
      return path
          + " accepts "
          + (limit.isEmpty() ? unlimited : limited.formatted(limit))
          + ", but "
          + where
          + " "
          + inner.formatted(value(receiver.field().limits()))
          + ".";
    }
  }
}
