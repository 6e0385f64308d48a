package dev.shelftwin.draft;

import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.convert.Units;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Proposes rows for what existing mappers were observed to do with fields that the ledger leaves
 * open. Fields of equal names stay paired: a mapper that does otherwise may be wrong.
 */
final class ObservedGuesses {

  /** The longest value that a comment shows as evidence. */
  private static final int LONGEST = 16;

  private final RowProposals rows;
  private final ConceptLedger concept;
  private final List<ObservedMapper> mappers;
  private final Guess.Kind same;
  private final Guess.Kind unit;
  private final Guess.Kind format;
  private final Guess.Kind constant;

  /**
   * Guesses for a concept.
   *
   * @param same the kind of guesses that two fields are the same
   * @param unit the kind of guesses about units
   * @param format the kind of guesses about the formats of dates
   * @param constant the kind of guesses about constants
   */
  ObservedGuesses(
      RowProposals rows,
      List<ObservedMapper> mappers,
      Guess.Kind same,
      Guess.Kind unit,
      Guess.Kind format,
      Guess.Kind constant) {
    this.rows = rows;
    this.same = same;
    this.unit = unit;
    this.format = format;
    this.constant = constant;
    this.concept = rows.concept();
    this.mappers = mappers;
  }

  /** Proposes a row because of one observed flow. */
  private interface Proposal {
    boolean propose(HopLedger hop, Flow flow, ObservedMapper mapper);
  }

  /** Fields of different names of which one becomes the other. */
  boolean sameFields() {
    return forEachFlow(this::sameField);
  }

  /** Numbers that count a time. */
  boolean units() {
    return forEachFlow(this::unit);
  }

  /** Texts that stand for a date or a time. */
  boolean formats() {
    return forEachFlow(this::format);
  }

  /** Fields that always get the same value. */
  boolean constants() {
    return forEachFlow(this::constant);
  }

  /** Fields that reach nothing. Only a person knows why, so this is only remarked. */
  boolean omissions() {
    return forEachFlow(this::omission);
  }

  private boolean forEachFlow(Proposal proposal) {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      for (ObservedMapper mapper : mappers) {
        if (mapper.isOf(concept.name(), hop.hop().id())) {
          for (Flow flow : mapper.flows()) {
            any |= proposal.propose(hop, flow, mapper);
          }
        }
      }
    }
    return any;
  }

  private boolean sameField(HopLedger hop, Flow flow, ObservedMapper mapper) {
    Optional<Ends> ends = Ends.of(flow);
    boolean inward = hop.hop().inward();
    boolean open =
        ends.isPresent()
            && !isOfSourceItself(hop, ends.get().target())
            && (isOpenSource(hop, ends.get().source())
                || (!inward && isOfConstant(hop, ends.get())))
            && (isOpen(OpenFields.unfilled(hop), ends.get().target())
                || (hop.hop().changes() && isUnchanged(hop, ends.get().target()))
                || isPairedByName(hop, ends.get().target()));
    if (!open) {
      return false;
    }
    return rows.pair(
        hop.hop(),
        inward ? ends.get().target() : ends.get().source(),
        inward ? ends.get().source() : ends.get().target(),
        same,
        evidence(flow, mapper));
  }

  /**
   * The paths of a pair of fields.
   *
   * @param source without what it has in common with the target at its end
   * @param target the same
   */
  private record Ends(String source, String target) {

    /** Empty if a flow has no single source and target, or if their names are the same. */
    static Optional<Ends> of(Flow flow) {
      if (flow.sources().size() != 1 || flow.target().isEmpty()) {
        return Optional.empty();
      }
      String source = flow.sources().get(0);
      String target = flow.target().get();
      boolean elements = source.contains("[]") && target.contains("[]");
      if (elements) {
        source = source.replaceFirst("\\[]", "");
        target = target.replaceFirst("\\[]", "");
      }
      boolean plain = (source + target).chars().noneMatch(one -> "[{(".indexOf(one) >= 0);
      while (source.contains(".") && target.contains(".") && last(source).equals(last(target))) {
        source = source.substring(0, source.lastIndexOf('.'));
        target = target.substring(0, target.lastIndexOf('.'));
      }
      boolean nested = source.contains(".") && target.contains("."); // mapped by another concept
      return plain && !nested && !source.equals(target)
          ? Optional.of(new Ends(source, target))
          : Optional.empty();
    }

    private static String last(String path) {
      return path.substring(path.lastIndexOf('.') + 1);
    }
  }

  /** Whether a path leads through a field that holds the whole source. */
  private static boolean isOfSourceItself(HopLedger hop, String path) {
    return hop.hop()
        .to()
        .shape()
        .field(path.replaceAll("\\..*", ""))
        .filter(field -> field.type().erased().equals(hop.hop().from().shape().type().erased()))
        .isPresent();
  }

  /**
   * Whether a target is paired with its source by the name alone: their types differ, and no
   * existing mapper copies one to the other.
   */
  private boolean isPairedByName(HopLedger hop, String target) {
    Optional<FieldMapping> mapping =
        hop.into(target).filter(found -> found.isCarried() && found.row().isEmpty());
    Optional<Field> source = mapping.flatMap(FieldMapping::source);
    Optional<Field> into = mapping.flatMap(FieldMapping::target);
    return source.isPresent()
        && into.isPresent()
        && !source.get().type().present().boxed().equals(into.get().type().present().boxed())
        && mappers.stream()
            .filter(mapper -> mapper.isOf(concept.name(), hop.hop().id()))
            .flatMap(mapper -> mapper.flows().stream())
            .noneMatch(
                flow ->
                    flow.target().equals(Optional.of(target))
                        && flow.sources().contains(source.get().name()));
  }

  /** Whether a field of the same name gets a property of its source's constants. */
  private boolean isOfConstant(HopLedger hop, Ends ends) {
    int dot = ends.source().indexOf('.');
    return dot > 0
        && ends.source().substring(0, dot).equals(ends.target())
        && rows.isEnumeration(hop.hop().from(), ends.target());
  }

  /** Whether a change request leaves the field as it is that a path begins with. */
  private static boolean isUnchanged(HopLedger hop, String path) {
    return hop.into(path.replaceAll("\\..*", "")).filter(FieldMapping::isCarried).isEmpty();
  }

  /** Whether a source is mapped to nothing, or lies in an object that the hop does not map. */
  private static boolean isOpenSource(HopLedger hop, String path) {
    return isOpen(OpenFields.unpaired(hop), path)
        || (path.contains(".") && isOpen(OpenFields.staying(hop), path));
  }

  private static boolean isOpen(List<Field> open, String path) {
    return open.stream()
        .map(Field::name)
        .anyMatch(name -> path.equals(name) || path.startsWith(name + "."));
  }

  private boolean unit(HopLedger hop, Flow flow, ObservedMapper mapper) {
    Optional<ChronoUnit> unit = flow.conversion().flatMap(Units::inLabel);
    Optional<FieldMapping> mapping =
        flow.target().flatMap(hop::into).filter(FieldMapping::hasUnknownConversion);
    Optional<Field> inside =
        mapping.flatMap(found -> hop.hop().inward() ? found.target() : found.source());
    return unit.isPresent()
        && inside.isPresent()
        && rows.add(
            "unit",
            concept.hub(),
            inside.get(),
            row ->
                row.say(words -> words.unit(unit.get()))
                    .guess(
                        new Guess(
                            this.unit,
                            concept.hub() + "." + inside.get().name() + evidence(flow, mapper))));
  }

  private boolean format(HopLedger hop, Flow flow, ObservedMapper mapper) {
    Optional<String> pattern = flow.conversion().flatMap(DateFormats::inLabel);
    boolean inward = hop.hop().inward();
    Optional<FieldMapping> mapping =
        flow.target()
            .flatMap(hop::into)
            .filter(found -> found.row().filter(row -> saysFormat(row, hop)).isEmpty());
    Optional<Field> inside = mapping.flatMap(found -> inward ? found.target() : found.source());
    String scope = rows.draft().nameOf(inward ? hop.hop().from() : hop.hop().to());
    return pattern.isPresent()
        && inside.isPresent()
        && rows.add(
            "format " + scope,
            concept.hub(),
            inside.get(),
            row ->
                row.say(words -> words.format(scope, pattern.get()))
                    .guess(
                        new Guess(
                            format,
                            concept.hub() + "." + inside.get().name() + evidence(flow, mapper))));
  }

  private static boolean saysFormat(Row row, HopLedger hop) {
    ShapeUse outer = hop.hop().outer().use();
    return row.format().at(outer).isPresent() || row.by().at(outer).isPresent();
  }

  private boolean constant(HopLedger hop, Flow flow, ObservedMapper mapper) {
    Optional<Field> target =
        OpenFields.withoutSource(hop).stream()
            .filter(field -> flow.target().equals(Optional.of(field.name())))
            .findFirst();
    boolean given = flow.account() == Account.GIVEN && flow.sources().isEmpty();
    boolean stable =
        mapper.findings().stream().noneMatch(one -> one.rule() == RuleId.MAPPER_UNSTABLE);
    Optional<Object> literal =
        target
            .filter(field -> given && stable)
            .flatMap(field -> literal(field.type(), flow.conversion().orElse(""), isSet(mapper)));
    if (literal.isEmpty()) {
      return false;
    }
    ResolvedShape to = hop.hop().to();
    String scope = rows.draft().nameOf(hop.hop().inward() ? hop.hop().from() : to);
    return rows.add(
        "given " + scope,
        to,
        target.orElseThrow(),
        row ->
            row.say(words -> words.givenValue(scope, literal.get()))
                .guess(new Guess(constant, to + "." + target.get().name() + by(mapper))));
  }

  /** Whether the mapper sets the constant; in a constructor it may be an initial value only. */
  private boolean isSet(ObservedMapper mapper) {
    return constant == Guess.Kind.COPIED_CONSTANT && !mapper.method().endsWith(".<init>");
  }

  /**
   * The constant as the plan writes it.
   *
   * @param set whether code sets it; otherwise the default value of the type tells nothing
   */
  private static Optional<Object> literal(TypeRef type, String text, boolean set) {
    TypeRef boxed = type.present().boxed();
    if (boxed.isLang("Boolean")) {
      return Optional.<Object>of(text.equals("true"))
          .filter(value -> text.equals("true") || (set && text.equals("false")));
    }
    if (boxed.isLang("Integer") || boxed.isLang("Long") || boxed.isLang("Short")) {
      boolean number = text.matches("-?[1-9]\\d{0,17}") || (set && text.equals("0"));
      return number ? Optional.of(Long.valueOf(text)) : Optional.empty();
    }
    boolean word = !text.isBlank() && !text.contains(",") && !text.startsWith("by ");
    boolean named = boxed.isLang("String") || text.matches("[A-Z][A-Z0-9_]*");
    return Optional.<Object>of(text).filter(value -> word && named);
  }

  private boolean omission(HopLedger hop, Flow flow, ObservedMapper mapper) {
    boolean lost =
        flow.account() == Account.LOST
            && OpenFields.withoutTarget(hop).stream()
                .anyMatch(field -> flow.sources().equals(List.of(field.name())));
    return lost
        && rows.draft()
            .note(
                new Guess(
                    Guess.Kind.OBSERVED_OMISSION,
                    hop.hop().from() + "." + flow.sources().get(0) + by(mapper)));
  }

  private static String evidence(Flow flow, ObservedMapper mapper) {
    return flow.evidence().stream()
            .findFirst()
            .map(text -> text.replaceAll("\\p{Cntrl}", " "))
            .map(text -> Arrays.stream(text.split(" -> ")).map(ObservedGuesses::shortened))
            .map(values -> values.collect(Collectors.joining(" -> ", " (", ")")))
            .orElse("")
        + by(mapper);
  }

  private static String shortened(String value) {
    return value.length() > LONGEST ? value.substring(0, LONGEST) + "…" : value;
  }

  static String by(ObservedMapper mapper) {
    String method = mapper.method().replaceAll("\\(.*", "");
    int owner = method.lastIndexOf('.', method.lastIndexOf('.') - 1);
    return " in " + method.substring(owner + 1);
  }
}
