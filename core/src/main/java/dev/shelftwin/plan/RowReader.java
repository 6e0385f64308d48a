package dev.shelftwin.plan;

import dev.shelftwin.plan.YamlDocument.Entry;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import java.math.BigDecimal;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads the rows of one concept. */
final class RowReader {

  private static final List<String> WORDS =
      List.of(
          "is",
          "derived",
          "stays",
          "out-only",
          "in-only",
          "given",
          "by",
          "codes",
          "absent",
          "unit",
          "format",
          "limits",
          "accept");

  private static final List<String> LIMITS =
      List.of(
          "min-length", "length", "digits", "scale", "min", "max", "pattern", "required", "unique");

  /** The key of what any other code becomes. */
  static final String OTHERWISE = "otherwise";

  /** Units that numbers may count. */
  private static final List<ChronoUnit> UNITS =
      List.of(
          ChronoUnit.NANOS,
          ChronoUnit.MILLIS,
          ChronoUnit.SECONDS,
          ChronoUnit.MINUTES,
          ChronoUnit.HOURS,
          ChronoUnit.DAYS);

  private final YamlDocument yaml;

  /** Layers and shapes that a row may name. */
  private final List<String> names;

  RowReader(YamlDocument yaml, List<ShapeUse> shapes) {
    this.yaml = yaml;
    this.names =
        Stream.concat(
                shapes.stream().map(shape -> shape.layer().name()),
                ConceptReader.names(shapes.stream()).stream())
            .distinct()
            .toList();
  }

  /**
   * The row; one more for each part, where it names the parts of what a field holds; one for each
   * field, where it only names several fields of one layer or shape.
   */
  List<Row> read(Node node) {
    Map<String, Entry> entries = yaml.entries(node, "a row");
    List<String> known = Stream.concat(names.stream(), WORDS.stream()).toList();
    yaml.refuseOthers(entries, known, "a row of this concept");
    Map<String, Text> whole = new LinkedHashMap<>();
    Map<String, List<Text>> lists = new LinkedHashMap<>();
    Map<String, Map<String, Text>> parts = new LinkedHashMap<>();
    for (String name : names) {
      @Nullable Entry entry = entries.get(name);
      if (entry != null && entry.value() instanceof MappingNode) {
        parts(entry).forEach((part, at) -> at(parts, part).put(name, at));
      } else if (entry != null && entry.value() instanceof SequenceNode) {
        lists.put(name, yaml.texts(entry.value(), "'" + name + "'"));
      } else if (entry != null) {
        yaml.text(entry.value(), "'" + name + "'").ifPresent(field -> whole.put(name, field));
      }
    }
    boolean ofSeveral = whole.isEmpty() && parts.isEmpty() && lists.size() == 1;
    if (ofSeveral && entries.size() > 1) {
      return ofSeveral(node, entries, lists);
    }
    if (whole.isEmpty()) {
      yaml.error(
          yaml.place(node),
          "this row names no field",
          "begin it with a layer, as in 'model: peak'");
    }
    Row row = row(node, entries, whole, lists);
    List<Row> rows = new ArrayList<>();
    if (parts.isEmpty() || !row.saysNothingElse()) {
      rows.add(row);
    }
    Map<String, Entry> role = new HashMap<>(entries);
    role.keySet().retainAll(Set.of("is"));
    parts.forEach((part, there) -> rows.add(row(node, role, joined(whole, part, there), Map.of())));
    return rows;
  }

  private List<Row> ofSeveral(
      Node node, Map<String, Entry> entries, Map<String, List<Text>> lists) {
    Row row = row(node, entries, Map.of(), Map.of());
    return lists.entrySet().stream()
        .flatMap(list -> list.getValue().stream().map(field -> row.ofSeveral(list.getKey(), field)))
        .toList();
  }

  private Map<String, Text> parts(Entry entry) {
    Map<String, Text> parts = new LinkedHashMap<>();
    yaml.entries(entry.value(), "'" + entry.key() + "'")
        .forEach(
            (part, field) ->
                yaml.text(field.value(), "'" + part + "'")
                    .ifPresent(text -> parts.put(part, text)));
    return parts;
  }

  private static Map<String, Text> at(Map<String, Map<String, Text>> parts, String part) {
    return parts.computeIfAbsent(part, key -> new LinkedHashMap<>());
  }

  /** The names of one part: below the whole, and where other layers keep it. */
  private Map<String, Text> joined(Map<String, Text> whole, String part, Map<String, Text> there) {
    Map<String, Text> joined = new LinkedHashMap<>();
    for (String name : names) {
      Optional.ofNullable(there.get(name))
          .or(
              () ->
                  Optional.ofNullable(whole.get(name))
                      .map(field -> new Text(field + "." + part, field.at())))
          .ifPresent(field -> joined.put(name, field));
    }
    return joined;
  }

  private Row row(
      Node node,
      Map<String, Entry> entries,
      Map<String, Text> fields,
      Map<String, List<Text>> lists) {
    return new Row(
        fields,
        lists,
        word(entries, "is").flatMap(this::role),
        word(entries, "derived").flatMap(entry -> yaml.text(entry.value(), "'derived'")),
        scoped(entries, "stays", this::reason, RowReader::isNeverOne),
        new OneWay(
            scoped(entries, "out-only", this::reason, RowReader::isNeverOne),
            scoped(entries, "in-only", this::reason, RowReader::isNeverOne)),
        scoped(entries, "given", this::given, RowReader::isGiven),
        scoped(entries, "by", this::reason, RowReader::isNeverOne),
        scoped(entries, "codes", this::codes, RowReader::areCodes),
        scoped(entries, "absent", this::literal, RowReader::isNeverOne),
        scoped(entries, "unit", this::unit, RowReader::isNeverOne),
        scoped(entries, "format", this::format, RowReader::isNeverOne),
        scoped(entries, "limits", this::limits, RowReader::areLimits),
        word(entries, "accept").map(entry -> new AcceptReader(yaml).read(entry)).orElse(Map.of()),
        text(node, entries));
  }

  private RowText text(Node node, Map<String, Entry> entries) {
    Map<String, InsertionPoint> inner = new HashMap<>();
    for (String word : WORDS) {
      word(entries, word)
          .flatMap(entry -> yaml.nextEntry(entry.value()))
          .ifPresent(point -> inner.put(word, point));
    }
    return new RowText(yaml.place(node), yaml.nextEntry(node), inner, false);
  }

  private static Optional<Entry> word(Map<String, Entry> entries, String key) {
    return Optional.ofNullable(entries.get(key));
  }

  private Optional<FieldRole> role(Entry entry) {
    Optional<Text> word = yaml.text(entry.value(), "'is'");
    Optional<FieldRole> role =
        word.flatMap(
            text ->
                Arrays.stream(FieldRole.values())
                    .filter(candidate -> candidate.key().equals(text.value()))
                    .findFirst());
    if (word.isPresent() && role.isEmpty()) {
      yaml.unknown(
          word.get(), Arrays.stream(FieldRole.values()).map(FieldRole::key).toList(), "'is'");
    }
    return role;
  }

  private Optional<CountedUnit> unit(Entry entry) {
    Map<String, ChronoUnit> known = new LinkedHashMap<>();
    UNITS.forEach(unit -> known.put(unit.name().toLowerCase(Locale.ROOT), unit));
    Optional<Text> word = yaml.text(entry.value(), "'unit'");
    if (word.isPresent() && !known.containsKey(word.get().value())) {
      yaml.unknown(word.get(), known.keySet(), "'unit'");
    }
    return word.flatMap(
        text ->
            Optional.ofNullable(known.get(text.value()))
                .map(unit -> new CountedUnit(unit, text.at())));
  }

  private Optional<Text> format(Entry entry) {
    return yaml.text(entry.value(), "'format'").filter(this::isDatePattern);
  }

  private boolean isDatePattern(Text pattern) {
    String why = ": it has a control character";
    if (pattern.value().chars().noneMatch(Character::isISOControl)) {
      try {
        new DateTimeFormatterBuilder().appendPattern(pattern.value());
        return true;
      } catch (IllegalArgumentException wrong) {
        why = ": " + wrong.getMessage();
      } catch (ClassCastException wrong) { // of padding before months
        why = "";
      }
    }
    yaml.error(
        pattern.at(), "this is no pattern of dates or times" + why, "write it like dd.MM.yyyy");
    return false;
  }

  private static boolean isNeverOne(Map<String, Entry> parts) {
    return false;
  }

  private static boolean isGiven(Map<String, Entry> parts) {
    return parts.containsKey("value") || parts.containsKey("from");
  }

  private static boolean areCodes(Map<String, Entry> parts) {
    return parts.values().stream().noneMatch(part -> part.value() instanceof MappingNode);
  }

  private static boolean areLimits(Map<String, Entry> parts) {
    return parts.values().stream().noneMatch(part -> part.value() instanceof MappingNode);
  }

  /** Said once for all, or by layer and shape, where the mapping is not one value itself. */
  private <T> Scoped<T> scoped(
      Map<String, Entry> entries,
      String key,
      Function<Entry, Optional<T>> read,
      Predicate<Map<String, Entry>> isOne) {
    @Nullable Entry entry = entries.get(key);
    if (entry == null) {
      return Scoped.nothing();
    }
    if (!(entry.value() instanceof MappingNode)) {
      return new Scoped<>(read.apply(entry), Map.of());
    }
    Map<String, Entry> parts = yaml.entries(entry.value(), "'" + key + "'");
    if (!parts.isEmpty() && isOne.test(parts)) {
      return new Scoped<>(read.apply(entry), Map.of());
    }
    yaml.refuseOthers(parts, names, "this concept");
    if (parts.isEmpty()) {
      yaml.error(entry.key().at(), "'" + key + "' is empty", "name a layer or a shape in it");
    }
    Map<String, T> only = new LinkedHashMap<>();
    parts.forEach((name, part) -> read.apply(part).ifPresent(value -> only.put(name, value)));
    return new Scoped<>(Optional.empty(), only);
  }

  private Optional<Text> reason(Entry entry) {
    return yaml.text(entry.value(), "'" + entry.key() + "'");
  }

  private Optional<Literal> literal(Entry entry) {
    Optional<Object> value = yaml.scalar(entry.value(), "'absent'");
    if (value.isEmpty() && entry.value() instanceof ScalarNode) {
      yaml.error(
          entry.key().at(), "'absent' is empty", "write the value that stands for a missing one");
    }
    return value.map(literal -> new Literal(literal, entry.key().at()));
  }

  private Optional<Codes> codes(Entry entry) {
    Map<String, Object> codes = new LinkedHashMap<>();
    Map<Object, String> constants = new HashMap<>();
    Map<String, Entry> entries = yaml.entries(entry.value(), "'codes'");
    for (Entry part : entries.values()) {
      String constant = part.key().value();
      Optional<Object> code = yaml.scalar(part.value(), "a code");
      if (constant.equals(OTHERWISE) || code.isEmpty()) {
        continue;
      }
      @Nullable String earlier = constants.putIfAbsent(code.get(), constant);
      if (earlier != null) {
        yaml.error(
            part.key().at(),
            "the code " + code.get() + " stands for " + earlier + " already",
            "give each constant a code of its own");
      }
      codes.put(constant, code.get());
    }
    if (codes.isEmpty()) {
      yaml.error(
          entry.key().at(), "'codes' names no constant", "write it like 'codes: { PLANNED: 1 }'");
    }
    Optional<Text> otherwise =
        Optional.ofNullable(entries.get(OTHERWISE))
            .flatMap(part -> yaml.text(part.value(), "'" + OTHERWISE + "'"));
    return Optional.of(new Codes(codes, otherwise, entry.key().at()));
  }

  private Optional<GivenValue> given(Entry entry) {
    Map<String, Entry> entries = yaml.entries(entry.value(), "'given'");
    yaml.refuseOthers(entries, List.of("value", "from"), "'given'");
    @Nullable Entry value = entries.get("value");
    @Nullable Entry from = entries.get("from");
    if ((value == null) == (from == null)) {
      yaml.error(
          entry.key().at(),
          "'given' takes either a value or where it comes from",
          "write '{ value: … }' or '{ from: caller }'; a supplier, a factory or a method of yours"
              + " may give it too");
      return Optional.empty();
    }
    if (value != null) {
      Optional<Object> literal = yaml.scalar(value.value(), "'value'");
      return Optional.of(new GivenValue.Constant(literal, value.key().at()));
    }
    return from == null ? Optional.empty() : source(from);
  }

  private Optional<GivenValue> source(Entry from) {
    Optional<Text> word = yaml.text(from.value(), "'from'");
    if (word.isEmpty()) {
      return Optional.empty();
    }
    Place at = from.key().at();
    return switch (word.get().value()) {
      case "caller" -> Optional.of(new GivenValue.CallerParameter(at));
      case "supplier" -> Optional.of(new GivenValue.SuppliedValue(at));
      case "factory" -> Optional.of(new GivenValue.FactoryRule(at));
      default -> method(word.get(), at);
    };
  }

  private Optional<GivenValue> method(Text method, Place at) {
    if (!method.value().contains(".")) {
      yaml.unknown(method, List.of("caller", "supplier", "factory"), "'from'");
      return Optional.empty();
    }
    return Optional.of(new GivenValue.StaticMethod(method, at));
  }

  private Optional<PlanLimits> limits(Entry entry) {
    Map<String, Entry> entries = yaml.entries(entry.value(), "'limits'");
    yaml.refuseOthers(entries, LIMITS, "'limits'");
    Limits.Builder limits = new Limits.Builder();
    count(entries, "min-length").ifPresent(limits::minLength);
    count(entries, "length").ifPresent(limits::maxLength);
    count(entries, "digits").ifPresent(limits::digits);
    count(entries, "scale").ifPresent(limits::scale);
    bound(entries, "min").ifPresent(limits::min);
    bound(entries, "max").ifPresent(limits::max);
    word(entries, "pattern")
        .flatMap(part -> yaml.text(part.value(), "'pattern'"))
        .filter(this::isExpression)
        .ifPresent(pattern -> limits.pattern(pattern.value()));
    if (isTrue(entries, "unique")) {
      limits.unique();
    }
    return Optional.of(
        new PlanLimits(limits.build(), isTrue(entries, "required"), entry.key().at()));
  }

  private Optional<Integer> count(Map<String, Entry> entries, String key) {
    return number(entries, key, number -> number.signum() >= 0 && number.scale() <= 0, "a count")
        .map(BigDecimal::intValue);
  }

  private Optional<Limits.Bound> bound(Map<String, Entry> entries, String key) {
    return number(entries, key, number -> true, "a number")
        .map(number -> new Limits.Bound(number, true));
  }

  private Optional<BigDecimal> number(
      Map<String, Entry> entries, String key, Predicate<BigDecimal> fits, String what) {
    Optional<BigDecimal> number =
        word(entries, key)
            .flatMap(part -> yaml.scalar(part.value(), "'" + key + "'"))
            .filter(Number.class::isInstance)
            .map(value -> new BigDecimal(value.toString()))
            .filter(fits);
    word(entries, key)
        .filter(part -> number.isEmpty())
        .ifPresent(part -> yaml.error(part.key().at(), "'" + key + "' takes " + what, "write one"));
    return number;
  }

  private boolean isTrue(Map<String, Entry> entries, String key) {
    Optional<Object> value =
        word(entries, key).flatMap(part -> yaml.scalar(part.value(), "'" + key + "'"));
    value
        .filter(one -> !(one instanceof Boolean))
        .ifPresent(
            other ->
                yaml.error(
                    word(entries, key).orElseThrow().key().at(),
                    "'" + key + "' takes true or false",
                    "write one of them"));
    return value.equals(Optional.of(true));
  }

  private boolean isExpression(Text pattern) {
    try {
      Pattern.compile(pattern.value());
      return true;
    } catch (PatternSyntaxException wrong) {
      yaml.error(
          pattern.at(), "this is no regular expression: " + wrong.getDescription(), "correct it");
      return false;
    }
  }
}
