package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * Limits that differ, told in the direction in which it hurts: what is accepted at the door and
 * refused further in, a value that may be missing where the next one must have one, and an identity
 * that the table does not keep apart. What a column could hold beyond the domain's limits hurts
 * nobody.
 */
final class LimitMismatch implements Rule {

  /** Jakarta Persistence 3.2, §11.1.9. */
  private static final int USUAL_LENGTH = 255;

  @Override
  public RuleId id() {
    return RuleId.LIMIT_MISMATCH;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> onHops =
        Hits.entries(ledger)
            .filter(at -> at.entry().isCarried())
            .flatMap(at -> Stream.concat(presence(ledger, at, stage), amounts(ledger, at)));
    return Stream.concat(onHops, identity(ledger, stage).stream());
  }

  private Stream<Hit> presence(ConceptLedger ledger, Hits.OnHop at, Stage stage) {
    Field target = at.entry().target().orElseThrow();
    boolean needed =
        !at.to().mayBeMissing(target) && !at.hop().slot(target).orElse(target.type()).isOptional();
    List<String> advice = new ArrayList<>();
    advice.add(
        at.hop().hop().inward()
            ? "let " + at.from() + " refuse a missing value, or let " + at.to() + " do without"
            : "let " + at.to() + " do without, or let " + at.from() + " require a value");
    if (target.presence() == Presence.UNSAID && at.to().layer().rules().unsaid().isEmpty()) {
      advice.add(
          "or say that what "
              + at.to().layer().name()
              + " leaves unsaid may be missing: add 'unsaid: optional' to the layer");
    }
    return at.entry().sources().stream()
        .filter(source -> needed && mayBeMissing(ledger, at, source))
        .filter(source -> !isHeldTogether(source, stage))
        .map(
            source ->
                hit(
                    ledger,
                    at,
                    source,
                    at.from().path(source)
                        + " may be missing, "
                        + at.to().path(target)
                        + " must not be",
                    advice));
  }

  /**
   * A column may be null unless it says that it may not, or is the key of a row that was stored; of
   * requests only what is said counts.
   */
  private static boolean mayBeMissing(ConceptLedger ledger, Hits.OnHop at, Field source) {
    if (at.from().role() == Role.PERSISTENCE) {
      return at.from().shape().hasColumns()
          && at.from().mayBeMissing(source)
          && !ledger.roles(at.from(), source).contains(FieldRole.KEY);
    }
    boolean stood =
        at.entry().conversion().filter(conversion -> conversion.absent().isPresent()).isPresent();
    return source.presence() == Presence.OPTIONAL && !stood && !at.hop().hop().changes();
  }

  /**
   * What columns of the same row hold together is missing where all of them are (Jakarta
   * Persistence 3.2, §2.5), which one that must not be null prevents.
   */
  private static boolean isHeldTogether(Field source, Stage stage) {
    return stage.shapes().find(source.type()).stream()
        .filter(Shape::isEmbeddable)
        .flatMap(Shape::storedFields)
        .anyMatch(part -> part.presence() == Presence.REQUIRED);
  }

  /** How much the outer end accepts, beside what is accepted further in. */
  private Stream<Hit> amounts(ConceptLedger ledger, Hits.OnHop at) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    if (at.from().role() == Role.PERSISTENCE || at.to().role() == Role.TRANSFER) {
      return Stream.empty();
    }
    Stream<Inner> nearest = Stream.of(new Inner(at.to(), target));
    Stream<Inner> columns =
        ledger.hops().stream()
            .filter(hop -> at.from().role() == Role.TRANSFER && at.to().role() == Role.DOMAIN)
            .filter(hop -> hop.hop().to().role() == Role.PERSISTENCE)
            .flatMap(
                hop ->
                    hop.outOf(target)
                        .filter(Entry::isCarried)
                        .flatMap(entry -> entry.target().stream())
                        .map(column -> new Inner(hop.hop().to(), column)));
    List<Inner> inner =
        Stream.concat(nearest, columns).filter(one -> isAlike(source, one.field())).toList();
    boolean straight = at.entry().conversion().filter(way -> way.isNone()).isPresent();
    boolean validates = straight && isDoorThatValidates(at.from());
    return Stream.of(Measure.values())
        .flatMap(
            measure ->
                inner.stream()
                    .filter(one -> measure.isLimited(one.field().limits()))
                    .findFirst() // the domain's own word before the column's
                    .filter(one -> hurts(measure, at, source, one, validates))
                    .stream()
                    .map(
                        one ->
                            hit(
                                ledger,
                                at,
                                source,
                                measure.tell(at.from().path(source), source, one),
                                List.of("let both have one limit"))));
  }

  private static boolean hurts(
      Measure measure, Hits.OnHop at, Field source, Inner inner, boolean validates) {
    // A column that says nothing has a length all the same; as a word of others it counts nothing.
    boolean length = measure == Measure.LENGTH;
    if (length && !source.type().present().isLang("String")) {
      return false; // a constant's name is as long as it is
    }
    boolean ownUnsaid = length && at.from().role() != Role.TRANSFER && isUsual(source);
    if (ownUnsaid) {
      return false;
    }
    return measure.isLimited(source.limits())
        ? measure.isWider(source.limits(), inner.field().limits())
        : validates && !(length && isUsual(inner.field()));
  }

  /** Whether its length is the one that columns have where nothing is said. */
  private static boolean isUsual(Field field) {
    return field.limits().length().equals(OptionalInt.of(USUAL_LENGTH));
  }

  private static boolean isAlike(Field one, Field other) {
    return one.type().present().boxed().equals(other.type().present().boxed());
  }

  /**
   * Where some fields of a request are limited, the others are open because they were forgotten.
   */
  private static boolean isDoorThatValidates(Station station) {
    return station.role() == Role.TRANSFER
        && station.shape().fields().stream()
            .anyMatch(
                field ->
                    Stream.of(Measure.values())
                        .anyMatch(measure -> measure.isLimited(field.limits())));
  }

  /** What tells objects apart must be unique in a table whose columns say what is. */
  private Optional<Hit> identity(ConceptLedger ledger, Stage stage) {
    Station domain = ledger.hub();
    List<Field> identity =
        domain
            .shape()
            .storedFields()
            .filter(field -> ledger.roles(domain, field).contains(FieldRole.IDENTITY))
            .toList();
    if (identity.size() != 1 || domain.role() != Role.DOMAIN || !stage.saysUnique()) {
      return Optional.empty();
    }
    return Hits.entries(ledger)
        .filter(at -> at.to().role() == Role.PERSISTENCE && at.to().shape().isEntity())
        .filter(at -> at.entry().isCarried() && at.entry().sources().equals(identity))
        .filter(at -> !at.entry().target().orElseThrow().limits().unique())
        .map(
            at ->
                hit(
                    ledger,
                    at,
                    identity.get(0),
                    at.from().path(identity.get(0))
                        + " tells objects apart, the column of "
                        + at.entry().target().orElseThrow().name()
                        + " is not unique",
                    List.of(
                        "make the column unique, or say so with 'limits' where the table already"
                            + " is")))
        .findFirst();
  }

  private Hit hit(
      ConceptLedger ledger, Hits.OnHop at, Field source, String message, List<String> advice) {
    List<Remedy> remedies = new ArrayList<>(advice.stream().map(Remedy::advice).toList());
    remedies.add(
        new PlanRows(ledger)
            .with("or accept it", at.from(), source, "accept: { limit-mismatch: \"why\" }"));
    return new Hits(id(), ledger).onHop(at, at.from(), source, message, remedies);
  }

  /** A field further in. */
  private record Inner(Station station, Field field) {}

  /** One way in which a value may be too much for the next layer. */
  private enum Measure {
    SHORTEST("as few as %s characters", "0 characters", "needs %s"),
    LENGTH("%s characters", "texts of any length", "holds %s"),
    DIGITS("%s digits before the point", "any number of digits before the point", "holds %s"),
    SCALE("%s digits after the point", "any number of digits after the point", "holds %s"),
    LEAST("numbers from %s", "numbers however small", "needs at least %s"),
    GREATEST("numbers up to %s", "numbers however great", "allows at most %s"),
    PATTERN("texts like '%s'", "any text", "wants '%s'");

    private final String accepted;
    private final String anything;
    private final String held;

    Measure(String accepted, String anything, String held) {
      this.accepted = accepted;
      this.anything = anything;
      this.held = held;
    }

    boolean isLimited(Limits limits) {
      return !value(limits).isEmpty();
    }

    /** The limit as text; empty where there is none. */
    private String value(Limits limits) {
      return switch (this) {
        case SHORTEST -> limits.shortest().orElse(0) == 0 ? "" : "" + limits.shortest().getAsInt();
        case LENGTH -> limits.length().isEmpty() ? "" : "" + limits.length().getAsInt();
        case DIGITS -> limits.digits().isEmpty() ? "" : "" + limits.digits().getAsInt();
        case SCALE -> limits.scale().isEmpty() ? "" : "" + limits.scale().getAsInt();
        case LEAST -> limits.least().map(Limits.Bound::toString).orElse("");
        case GREATEST -> limits.greatest().map(Limits.Bound::toString).orElse("");
        case PATTERN -> String.join("' and '", limits.patterns());
      };
    }

    /** Of two limits that are both said. */
    boolean isWider(Limits one, Limits other) {
      return switch (this) {
        case SHORTEST -> one.shortest().orElse(0) < other.shortest().orElse(0);
        case LENGTH -> one.length().orElse(0) > other.length().orElse(0);
        case DIGITS -> one.digits().orElse(0) > other.digits().orElse(0);
        case SCALE -> one.scale().orElse(0) > other.scale().orElse(0);
        case LEAST -> Limits.isBelow(one.least().orElseThrow(), other.least().orElseThrow());
        case GREATEST ->
            Limits.isAbove(one.greatest().orElseThrow(), other.greatest().orElseThrow());
        case PATTERN -> !one.patterns().containsAll(other.patterns());
      };
    }

    String tell(String path, Field source, Inner inner) {
      String one = value(source.limits());
      String where =
          inner.station().role() == Role.PERSISTENCE
              ? "the column of " + inner.field().name()
              : inner.station().path(inner.field());
      return path
          + " accepts "
          + (one.isEmpty() ? anything : accepted.formatted(one))
          + ", "
          + where
          + " "
          + held.formatted(value(inner.field().limits()));
    }
  }
}
