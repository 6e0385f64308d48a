package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * How one field is mapped that is not the same in every layer.
 *
 * @param names the field's names by layer or shape; a path such as {@code kiln.code} is a part of
 *     the field
 * @param lists the names of several fields that together hold the value of one field elsewhere, by
 *     layer or shape
 * @param role what the field is
 * @param derived how the field is computed
 * @param stays why the field is not mapped
 * @param oneWay why the field is mapped in one direction only
 * @param given where the value comes from
 * @param by the user's own conversion: a class, a static method as {@code Class.method}, or a
 *     property of an enumeration
 * @param codes the codes of an enumeration's constants
 * @param absent the replacement for a missing value if the target requires one
 * @param unit the unit that a number counts
 * @param format the pattern of a text that stands for a date or a time
 * @param limits limits that the declaration does not give
 * @param accept accepted findings, with the reasons
 * @param text where the row stands
 */
public record Row(
    Map<String, Text> names,
    Map<String, List<Text>> lists,
    Optional<FieldRole> role,
    Optional<Text> derived,
    Scoped<Text> stays,
    OneWay oneWay,
    Scoped<GivenValue> given,
    Scoped<Text> by,
    Scoped<Codes> codes,
    Scoped<Literal> absent,
    Scoped<CountedUnit> unit,
    Scoped<Text> format,
    Scoped<PlanLimits> limits,
    Map<RuleId, Acceptance> accept,
    RowText text)
    implements PlanWord {

  public Row {
    names = Collections.unmodifiableMap(new LinkedHashMap<>(names));
    lists = Collections.unmodifiableMap(new LinkedHashMap<>(lists));
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(derived, "derived");
    Objects.requireNonNull(stays, "stays");
    Objects.requireNonNull(oneWay, "oneWay");
    Objects.requireNonNull(given, "given");
    Objects.requireNonNull(by, "by");
    Objects.requireNonNull(codes, "codes");
    Objects.requireNonNull(absent, "absent");
    Objects.requireNonNull(unit, "unit");
    Objects.requireNonNull(format, "format");
    Objects.requireNonNull(limits, "limits");
    accept = Collections.unmodifiableMap(new LinkedHashMap<>(accept)); // in the plan's order
    Objects.requireNonNull(text, "text");
  }

  @Override
  public Place at() {
    return text.at();
  }

  /**
   * This row as a default of a layer; empty if it has words that a layer's default cannot have.
   *
   * @param layer the only layer that it may name
   */
  public Optional<FieldDefault> asDefault(String layer) {
    boolean simple =
        names.keySet().equals(Set.of(layer))
            && lists.isEmpty()
            && derived.isEmpty()
            && stays.only().isEmpty()
            && (role.isPresent() || stays.everywhere().isPresent())
            && oneWay.isEmpty()
            && given.isEmpty()
            && by.isEmpty()
            && codes.isEmpty()
            && absent.isEmpty()
            && unit.isEmpty()
            && format.isEmpty()
            && limits.isEmpty()
            && accept.isEmpty();
    @Nullable Text name = names.get(layer);
    return simple && name != null
        ? Optional.of(
            new FieldDefault(
                name, role, stays.everywhere(), Optional.empty(), Optional.empty(), at()))
        : Optional.empty();
  }

  /** This row with the field's name in one layer or shape more. */
  public Row naming(String layerOrShape, Text name) {
    Map<String, Text> more = new LinkedHashMap<>(names);
    more.put(layerOrShape, name);
    return new Row(
        more, lists, role, derived, stays, oneWay, given, by, codes, absent, unit, format, limits,
        accept, text);
  }

  /** What this row says, said about one of the fields that its text lists. */
  Row ofSeveral(String layerOrShape, Text field) {
    return new Row(
        Map.of(layerOrShape, field),
        Map.of(),
        role,
        derived,
        stays,
        oneWay,
        given,
        by,
        codes,
        absent,
        unit,
        format,
        limits,
        accept,
        RowText.ofSeveral(at()));
  }

  /** The field that it is about, by the first name. */
  public String field() {
    return names.values().iterator().next().value();
  }

  /** Whether it only pairs names. */
  boolean saysNothingElse() {
    return lists.isEmpty()
        && role.isEmpty()
        && derived.isEmpty()
        && stays.isEmpty()
        && oneWay.isEmpty()
        && given.isEmpty()
        && by.isEmpty()
        && codes.isEmpty()
        && absent.isEmpty()
        && unit.isEmpty()
        && format.isEmpty()
        && limits.isEmpty()
        && accept.isEmpty();
  }

  /** Whether it names a field only to say something about it, so that it pairs nothing. */
  public boolean onlyRemarks() {
    boolean remarks = role.isPresent() || !limits.isEmpty() || !accept.isEmpty();
    return remarks
        && names.size() == 1
        && lists.isEmpty()
        && derived.isEmpty()
        && stays.isEmpty()
        && oneWay.isEmpty()
        && given.isEmpty()
        && by.isEmpty()
        && codes.isEmpty()
        && absent.isEmpty()
        && unit.isEmpty()
        && format.isEmpty();
  }

  /** The field's name in a shape: the name for the shape, otherwise the name for its layer. */
  public Optional<Text> named(ShapeUse shape) {
    return forShape(names, shape);
  }

  /** The fields of a shape that together hold the value of one field elsewhere; usually none. */
  public List<String> several(ShapeUse shape) {
    return forShape(lists, shape).orElse(List.of()).stream().map(Text::value).toList();
  }

  /** The fields of a shape that each hold the same value; the first is read back. */
  public List<String> copies(ShapeUse shape) {
    return by.isEmpty() ? several(shape) : List.of();
  }

  private static <T> Optional<T> forShape(Map<String, T> byName, ShapeUse shape) {
    if (byName.isEmpty()) {
      return Optional.empty();
    }
    return Optional.ofNullable(byName.get(shape.type()))
        .or(() -> Optional.ofNullable(byName.get(shape.simpleName())))
        .or(() -> Optional.ofNullable(byName.get(shape.layer().name())));
  }

  private boolean isAbout(ShapeUse shape) {
    return named(shape).isPresent() || !several(shape).isEmpty();
  }

  /** The field's name in a shape, otherwise its name in the hub; empty if the row has neither. */
  public Optional<String> nameIn(ShapeUse shape, Concept concept) {
    return named(shape).or(() -> named(concept.hub())).map(Text::value);
  }

  /**
   * Whether the row is about a shape: it names the shape or its layer, or no outer shape at all.
   */
  public boolean concerns(ShapeUse shape, Concept concept) {
    return isAbout(shape)
        || (!shape.equals(concept.hub()) && concept.outer().noneMatch(this::isAbout));
  }
}
