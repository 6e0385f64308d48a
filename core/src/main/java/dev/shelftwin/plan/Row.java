package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import java.time.temporal.ChronoUnit;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * How one field is accounted for where it is not simply the same everywhere.
 *
 * @param names the field's name, by the layer or the shape that has it; a path such as {@code
 *     kiln.code} names a part of what the field holds
 * @param lists the names of several fields that hold together what one field holds elsewhere, by
 *     the layer or the shape that has them
 * @param role what the field is
 * @param derived why it needs no source: it is computed
 * @param stays why it goes no further
 * @param given where its value comes from
 * @param by the user's own conversion: a class, a static method as {@code Class.method}, or what an
 *     enumeration's constants are told apart by
 * @param codes what stands for the constants of an enumeration
 * @param absent what stands for a value that is missing where one is needed
 * @param unit what a number counts that stands for a time
 * @param limits what the field allows, where its declaration does not say
 * @param accept findings that are meant to be so
 * @param at where the row stands
 */
public record Row(
    Map<String, Text> names,
    Map<String, List<Text>> lists,
    Optional<FieldRole> role,
    Optional<Text> derived,
    Scoped<Text> stays,
    Scoped<Given> given,
    Scoped<Text> by,
    Scoped<Codes> codes,
    Scoped<Literal> absent,
    Optional<ChronoUnit> unit,
    Scoped<SaidLimits> limits,
    Map<RuleId, Acceptance> accept,
    Place at) {

  public Row {
    names = Collections.unmodifiableMap(new LinkedHashMap<>(names));
    lists = Collections.unmodifiableMap(new LinkedHashMap<>(lists));
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(derived, "derived");
    Objects.requireNonNull(stays, "stays");
    Objects.requireNonNull(given, "given");
    Objects.requireNonNull(by, "by");
    Objects.requireNonNull(codes, "codes");
    Objects.requireNonNull(absent, "absent");
    Objects.requireNonNull(unit, "unit");
    Objects.requireNonNull(limits, "limits");
    accept = Map.copyOf(accept);
    Objects.requireNonNull(at, "at");
  }

  /** Whether it pairs names and no more. */
  boolean saysNothingElse() {
    return lists.isEmpty()
        && role.isEmpty()
        && derived.isEmpty()
        && stays.isEmpty()
        && given.isEmpty()
        && by.isEmpty()
        && codes.isEmpty()
        && absent.isEmpty()
        && unit.isEmpty()
        && limits.isEmpty()
        && accept.isEmpty();
  }

  /** The name the row itself gives the field in a shape: its shape's key wins over its layer's. */
  public Optional<Text> named(ShapeUse shape) {
    return Optional.ofNullable(names.get(shape.simpleName()))
        .or(() -> Optional.ofNullable(names.get(shape.layer().name())));
  }

  /** The fields of a shape that hold together what one field holds elsewhere; mostly none. */
  public List<String> several(ShapeUse shape) {
    return Optional.ofNullable(lists.get(shape.simpleName()))
        .or(() -> Optional.ofNullable(lists.get(shape.layer().name())))
        .orElse(List.of())
        .stream()
        .map(Text::value)
        .toList();
  }

  private boolean speaksOf(ShapeUse shape) {
    return named(shape).isPresent() || !several(shape).isEmpty();
  }

  /**
   * The field's name in a shape: the row's own, else the domain's; empty where it is in neither.
   */
  public Optional<String> nameIn(ShapeUse shape, Concept concept) {
    return named(shape).or(() -> named(concept.hub())).map(Text::value);
  }

  /** Whether the row speaks of a shape: it names the shape or its layer, or no outer one at all. */
  public boolean concerns(ShapeUse shape, Concept concept) {
    return speaksOf(shape)
        || (!shape.equals(concept.hub()) && concept.outer().noneMatch(this::speaksOf));
  }
}
