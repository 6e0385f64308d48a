package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Says how a field is accounted for; the words are the plan's own. */
public final class RowBuilder {

  private final Map<String, Text> names = new LinkedHashMap<>();
  private final Map<String, List<Text>> lists = new LinkedHashMap<>();
  private final Words<PlanLimits> limits = new Words<>();
  private final Map<RuleId, Acceptance> accept = new LinkedHashMap<>();
  private final Words<Text> stays = new Words<>();
  private final Words<Text> outOnly = new Words<>();
  private final Words<Text> inOnly = new Words<>();
  private final Words<GivenValue> given = new Words<>();
  private final Words<Text> by = new Words<>();
  private final Words<Codes> codes = new Words<>();
  private final Words<Literal> absent = new Words<>();
  private final Words<CountedUnit> unit = new Words<>();
  private final Words<Text> format = new Words<>();
  private @Nullable FieldRole role;
  private @Nullable Text derived;

  /** An empty row. */
  public RowBuilder() {}

  /** A row that begins as another one. */
  public static RowBuilder of(Row begun) {
    RowBuilder row = new RowBuilder();
    row.names.putAll(begun.names());
    row.lists.putAll(begun.lists());
    row.accept.putAll(begun.accept());
    row.role = begun.role().orElse(null);
    row.derived = begun.derived().orElse(null);
    row.stays.add(begun.stays());
    row.outOnly.add(begun.oneWay().outOnly());
    row.inOnly.add(begun.oneWay().inOnly());
    row.given.add(begun.given());
    row.by.add(begun.by());
    row.codes.add(begun.codes());
    row.absent.add(begun.absent());
    row.unit.add(begun.unit());
    row.format.add(begun.format());
    row.limits.add(begun.limits());
    return row;
  }

  /**
   * The words of a row one by one, each of which can be said of another row. The names are words
   * too; a value that the target itself sets is none, as it depends on the types.
   */
  public static List<SaidWord> words(Row row) {
    List<SaidWord> words = new ArrayList<>();
    row.names()
        .forEach((key, name) -> words.add(SaidWord.of(key, other -> other.names.put(key, name))));
    row.lists()
        .forEach((key, list) -> words.add(SaidWord.of(key, other -> other.lists.put(key, list))));
    row.role().ifPresent(what -> words.add(SaidWord.of("is", other -> other.is(what))));
    row.derived()
        .ifPresent(from -> words.add(SaidWord.of("derived", other -> other.derived = from)));
    new TreeMap<>(row.accept())
        .forEach(
            (rule, why) ->
                words.add(
                    SaidWord.of("accept: " + rule.key(), other -> other.accept.put(rule, why))));
    add(words, "stays", row.stays(), other -> other.stays);
    add(words, "out-only", row.oneWay().outOnly(), other -> other.outOnly);
    add(words, "in-only", row.oneWay().inOnly(), other -> other.inOnly);
    add(words, "given", row.given(), other -> other.given);
    add(words, "by", row.by(), other -> other.by);
    add(words, "codes", row.codes(), other -> other.codes);
    add(words, "absent", row.absent(), other -> other.absent);
    add(words, "unit", row.unit(), other -> other.unit);
    add(words, "format", row.format(), other -> other.format);
    add(words, "limits", row.limits(), other -> other.limits);
    return words;
  }

  private static <T> void add(
      List<SaidWord> words, String key, Scoped<T> scoped, Function<RowBuilder, Words<T>> of) {
    scoped
        .everywhere()
        .filter(value -> !(value instanceof GivenValue.FactoryRule))
        .ifPresent(
            value ->
                words.add(
                    new SaidWord(
                        key, Optional.empty(), (row, scope) -> of.apply(row).put(scope, value))));
    scoped
        .only()
        .forEach(
            (own, value) -> {
              if (!(value instanceof GivenValue.FactoryRule)) {
                words.add(
                    new SaidWord(
                        key, Optional.of(own), (row, scope) -> of.apply(row).put(scope, value)));
              }
            });
  }

  /**
   * One word of a row.
   *
   * @param key the word
   * @param scope the layer or shape that it is said of; empty if it is said of all
   * @param say says it of a row, for a layer or shape or for all
   */
  public record SaidWord(
      String key, Optional<String> scope, BiConsumer<RowBuilder, Optional<String>> say) {

    private static SaidWord of(String key, Consumer<RowBuilder> say) {
      return new SaidWord(key, Optional.empty(), (row, scope) -> say.accept(row));
    }
  }

  /** The field's name in a layer or a shape. */
  public RowBuilder field(String layerOrShape, String field) {
    names.put(layerOrShape, PlanBuilder.text(field));
    return this;
  }

  /** Several fields that hold together what one field holds elsewhere. */
  public RowBuilder fields(String layerOrShape, String... several) {
    lists.put(layerOrShape, List.of(several).stream().map(PlanBuilder::text).toList());
    return this;
  }

  public RowBuilder is(FieldRole what) {
    role = Objects.requireNonNull(what, "what");
    return this;
  }

  public RowBuilder derived(String from) {
    derived = PlanBuilder.text(from);
    return this;
  }

  public RowBuilder stays(String reason) {
    stays.everywhere = PlanBuilder.text(reason);
    return this;
  }

  public RowBuilder stays(String layerOrShape, String reason) {
    stays.only.put(layerOrShape, PlanBuilder.text(reason));
    return this;
  }

  /** Responses show the field; requests do not set it. */
  public RowBuilder outOnly(String layerOrShape, String reason) {
    outOnly.only.put(layerOrShape, PlanBuilder.text(reason));
    return this;
  }

  /** Requests set the field; responses do not show it. */
  public RowBuilder inOnly(String layerOrShape, String reason) {
    inOnly.only.put(layerOrShape, PlanBuilder.text(reason));
    return this;
  }

  /** A literal; null for no value. */
  public RowBuilder givenValue(String layerOrShape, @Nullable Object literal) {
    given.only.put(
        layerOrShape, new GivenValue.Constant(Optional.ofNullable(literal), PlanBuilder.HERE));
    return this;
  }

  /** {@code caller}, {@code supplier}, {@code factory}, or a static method. */
  public RowBuilder givenFrom(String layerOrShape, String source) {
    given.only.put(layerOrShape, given(source));
    return this;
  }

  /** The same for all outer shapes that the row is about. */
  public RowBuilder givenFrom(String source) {
    given.everywhere = given(source);
    return this;
  }

  private static GivenValue given(String source) {
    return switch (source) {
      case "caller" -> new GivenValue.CallerParameter(PlanBuilder.HERE);
      case "supplier" -> new GivenValue.SuppliedValue(PlanBuilder.HERE);
      case "factory" -> new GivenValue.FactoryRule(PlanBuilder.HERE);
      default -> new GivenValue.StaticMethod(PlanBuilder.text(source), PlanBuilder.HERE);
    };
  }

  public RowBuilder by(String own) {
    by.everywhere = PlanBuilder.text(own);
    return this;
  }

  public RowBuilder by(String layerOrShape, String own) {
    by.only.put(layerOrShape, PlanBuilder.text(own));
    return this;
  }

  /** What stands for each constant in a layer or a shape. */
  public RowBuilder codes(String layerOrShape, Map<String, Object> byConstant) {
    codes.only.put(layerOrShape, new Codes(byConstant, Optional.empty(), PlanBuilder.HERE));
    return this;
  }

  /** The same, and what any other code becomes. */
  public RowBuilder codes(String layerOrShape, Map<String, Object> byConstant, String otherwise) {
    codes.only.put(
        layerOrShape,
        new Codes(byConstant, Optional.of(PlanBuilder.text(otherwise)), PlanBuilder.HERE));
    return this;
  }

  public RowBuilder absent(String layerOrShape, Object literal) {
    absent.only.put(layerOrShape, new Literal(literal, PlanBuilder.HERE));
    return this;
  }

  public RowBuilder unit(ChronoUnit counted) {
    unit.everywhere = new CountedUnit(counted, PlanBuilder.HERE);
    return this;
  }

  /** The pattern of a text that stands for a date or a time, as {@code dd.MM.yyyy}. */
  public RowBuilder format(String pattern) {
    format.everywhere = PlanBuilder.text(pattern);
    return this;
  }

  /** The same in one layer or shape. */
  public RowBuilder format(String layerOrShape, String pattern) {
    format.only.put(layerOrShape, PlanBuilder.text(pattern));
    return this;
  }

  public RowBuilder unit(String layerOrShape, ChronoUnit counted) {
    unit.only.put(layerOrShape, new CountedUnit(counted, PlanBuilder.HERE));
    return this;
  }

  /** Limits of the field that its declaration does not give. */
  public RowBuilder limits(String layerOrShape, Limits entries, boolean required) {
    limits.only.put(layerOrShape, new PlanLimits(entries, required, PlanBuilder.HERE));
    return this;
  }

  public RowBuilder accept(RuleId rule, String reason) {
    accept.put(rule, new Acceptance(PlanBuilder.text(reason), Optional.empty()));
    return this;
  }

  /** The same up to a day. */
  public RowBuilder accept(RuleId rule, String reason, LocalDate until) {
    accept.put(rule, new Acceptance(PlanBuilder.text(reason), Optional.of(until)));
    return this;
  }

  /** The row so far. */
  public Row row() {
    return row(PlanBuilder.HERE);
  }

  /** The row, which stands at a place. */
  public Row row(Place at) {
    return new Row(
        names,
        lists,
        Optional.ofNullable(role),
        Optional.ofNullable(derived),
        stays.scoped(),
        new OneWay(outOnly.scoped(), inOnly.scoped()),
        given.scoped(),
        by.scoped(),
        codes.scoped(),
        absent.scoped(),
        unit.scoped(),
        format.scoped(),
        limits.scoped(),
        accept,
        RowText.at(at));
  }

  /** A value for all shapes, or one for each layer or shape. */
  private static final class Words<T> {

    private @Nullable T everywhere;
    private final Map<String, T> only = new LinkedHashMap<>();

    void add(Scoped<T> more) {
      more.everywhere().ifPresent(value -> everywhere = value);
      only.putAll(more.only());
    }

    void put(Optional<String> scope, T value) {
      scope.ifPresentOrElse(name -> only.put(name, value), () -> everywhere = value);
    }

    Scoped<T> scoped() {
      return new Scoped<>(Optional.ofNullable(everywhere), only);
    }
  }
}
