package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.KebabCase;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Writes plans as YAML, so that {@link PlanReader} reads the same plan again. */
public final class PlanWriter {

  private final YamlText yaml = new YamlText();

  private final Comments comments;

  PlanWriter(Comments comments) {
    this.comments = comments;
  }

  /** A whole plan as text; it ends with a line end. */
  public static String write(Plan plan) {
    return write(plan, Comments.NONE);
  }

  /** A whole plan with comments above what they are about. */
  public static String write(Plan plan, Comments comments) {
    return new PlanWriter(comments).text(plan);
  }

  /** What is remarked about a part of a plan. */
  public interface Comments {
    /** No remark about anything. */
    Comments NONE = part -> List.of();

    /**
     * The remarks, each on a line of its own.
     *
     * @param part a layer, a concept or a row
     */
    List<String> about(Object part);
  }

  private String comments(Object part, int indent) {
    return comments.about(part).stream()
        .map(line -> " ".repeat(indent) + "# " + line + "\n")
        .collect(Collectors.joining());
  }

  /** Rows as list items. Neighbouring rows that say the same about one field each share an item. */
  String text(List<Row> rows, int indent) {
    StringBuilder text = new StringBuilder();
    int next;
    for (int first = 0; first < rows.size(); first = next) {
      Object said = said(rows.get(first));
      next = first + 1;
      while (next < rows.size() && said(rows.get(next)).equals(said)) {
        next++;
      }
      text.append(item(rows.subList(first, next), indent));
    }
    return text.toString();
  }

  /** What a row says apart from the field; the row itself where it needs an item of its own. */
  private Object said(Row row) {
    boolean aboutOne = row.names().size() == 1 && row.lists().isEmpty() && !row.saysNothingElse();
    if (!aboutOne || !comments.about(row).isEmpty()) {
      return row;
    }
    Map<String, Object> words = words(row);
    words.keySet().removeAll(row.names().keySet());
    return List.of(row.names().keySet(), words);
  }

  private String item(List<Row> rows, int indent) {
    Row first = rows.get(0);
    Map<String, Object> words = words(first);
    if (rows.size() > 1) {
      String layerOrShape = first.names().keySet().iterator().next();
      words.put(
          layerOrShape,
          rows.stream().map(row -> row.names().get(layerOrShape)).map(Text::value).toList());
    }
    return comments(first, indent) + yaml.item(words, indent);
  }

  private String text(Plan plan) {
    StringBuilder text = new StringBuilder();
    Map<String, Object> top = new LinkedHashMap<>();
    top.put("shelf-twin", 1);
    top.put("name", plan.name());
    Map<String, Object> code = code(plan.code());
    if (!code.isEmpty()) {
      top.put("code", code);
    }
    text.append(yaml.block(top, 0));
    Map<String, Object> style = style(plan);
    if (!style.isEmpty()) {
      text.append("\nmappers:\n").append(yaml.block(style, 2));
    }
    text.append("\nlayers:\n");
    for (Layer layer : plan.layers()) {
      Map<String, Object> entries = new LinkedHashMap<>();
      entries.put("role", layer.role().key());
      putPackages(entries, layer.packages());
      putDefaults(entries, layer.defaults());
      putRules(entries, layer.rules());
      layer.description().ifPresent(document -> entries.put("document", words(document)));
      text.append(comments(layer, 2)).append(yaml.block(Map.of(layer.name(), entries), 2));
    }
    if (!plan.signatures().isEmpty()) {
      Map<String, Object> signatures = new LinkedHashMap<>();
      plan.signatures().forEach(one -> signatures.put(one.packageName(), one.mentions()));
      text.append("\nsignatures:\n").append(yaml.block(signatures, 2));
    }
    text.append("\nconcepts:\n");
    String between = "";
    for (Concept concept : plan.concepts()) {
      text.append(between).append(text(concept));
      between = "\n";
    }
    if (!plan.types().isEmpty()) {
      text.append("\ntypes:\n").append(yaml.block(DescriptionText.types(plan.types()), 2));
    }
    wire(plan.wire())
        .ifPresent(wire -> text.append("\nwire: ").append(yaml.flow(wire)).append('\n'));
    plan.database()
        .ifPresent(
            database -> {
              Map<String, Object> words = new LinkedHashMap<>();
              words.put("url", database.url().value());
              database.schema().ifPresent(schema -> words.put("schema", schema.value()));
              text.append("\ndatabase: ").append(yaml.flow(words)).append('\n');
            });
    if (!plan.samples().isEmpty()) {
      text.append("\nsamples:\n").append(yaml.block(strings(plan.samples()), 2));
    }
    if (!plan.instances().isEmpty()) {
      text.append("\ninstances:\n").append(yaml.block(strings(plan.instances()), 2));
    }
    return text.toString();
  }

  private static Optional<Object> wire(Wire wire) {
    if (!wire.doubleNumbers()) {
      return wire.mapper().map(Text::value);
    }
    Map<String, Object> words = new LinkedHashMap<>();
    wire.mapper().ifPresent(mapper -> words.put("mapper", mapper.value()));
    words.put("numbers", Wire.DOUBLE);
    return Optional.of(words);
  }

  private static void putPackages(Map<String, Object> entries, PackageScope packages) {
    putPaths(
        entries, packages.includes().size() == 1 ? "package" : "packages", packages.includes());
    putPaths(entries, "except", packages.excludes());
  }

  private static void putDefaults(Map<String, Object> entries, LayerDefaults defaults) {
    if (!defaults.fields().isEmpty()) {
      entries.put("fields", defaults.fields().stream().map(PlanWriter::fieldDefault).toList());
    }
    if (!defaults.accept().isEmpty()) {
      entries.put("accept", acceptances(defaults.accept()));
    }
  }

  private static Map<String, Object> fieldDefault(FieldDefault field) {
    Map<String, Object> entries = new LinkedHashMap<>();
    entries.put("field", field.field().value());
    field.role().ifPresent(role -> entries.put("is", role.key()));
    field.stays().ifPresent(stays -> entries.put("stays", stays.value()));
    field.outOnly().ifPresent(reason -> entries.put("out-only", reason.value()));
    field.inOnly().ifPresent(reason -> entries.put("in-only", reason.value()));
    return entries;
  }

  private static Map<String, Object> acceptances(Map<RuleId, Acceptance> accept) {
    Map<String, Object> accepted = new LinkedHashMap<>();
    accept.keySet().stream()
        .sorted()
        .forEach(rule -> accepted.put(rule.key(), acceptance(accept.get(rule))));
    return accepted;
  }

  private static void putRules(Map<String, Object> entries, LayerRules rules) {
    if (!rules.allowedTypes().isEmpty()) {
      entries.put("allowed-types", strings(rules.allowedTypes()));
    }
    if (!rules.unlistedTypes().isEmpty()) {
      entries.put("unlisted-types", strings(rules.unlistedTypes()));
    }
    putPaths(entries, "names", rules.names());
    rules.spelling().ifPresent(spelling -> entries.put("spelling", spelling.key()));
    rules
        .unspecifiedNullness()
        .ifPresent(presence -> entries.put("unspecified-nullness", KebabCase.of(presence)));
  }

  private static Object words(Description document) {
    Map<String, Object> words = new LinkedHashMap<>();
    words.put("file", document.file().value());
    words.put("schemas", strings(document.schemas()));
    return document.schemas().isEmpty() ? document.file().value() : words;
  }

  private static Map<String, Object> style(Plan plan) {
    Map<String, Object> entries = new LinkedHashMap<>();
    if (!plan.layers().isEmpty()) {
      MapperStyle style = plan.layers().get(0).style();
      style.name().ifPresent(name -> entries.put("name", name.value()));
      style.packageName().ifPresent(name -> entries.put("package", name.value()));
      if (style.packagePrivate()) {
        entries.put("visibility", "package");
      }
      putPaths(entries, "on-class", style.onClass());
      putPaths(entries, "on-constructor", style.onConstructor());
      style.faultsOf().ifPresent(store -> entries.put("faults-of", store.value()));
    }
    return entries;
  }

  private static Map<String, Object> code(Code code) {
    Map<String, Object> entries = new LinkedHashMap<>();
    putPaths(entries, "classes", code.classes());
    putPaths(entries, "sources", code.sources());
    putPaths(entries, "class-path", code.classPath());
    code.mappers().ifPresent(text -> entries.put("mappers", text.value()));
    return entries;
  }

  private static void putPaths(Map<String, Object> entries, String key, List<Text> paths) {
    if (!paths.isEmpty()) {
      List<String> values = paths.stream().map(Text::value).toList();
      entries.put(key, values.size() == 1 ? values.get(0) : values);
    }
  }

  /** A concept with its name, set in by two. */
  String text(Concept concept) {
    StringBuilder text = new StringBuilder("  " + yaml.flow(concept.name()) + ":\n");
    text.append(comments(concept, 4));
    text.append(yaml.block(shapes(concept), 4));
    if (!concept.rows().isEmpty()) {
      text.append("    fields:\n");
      text.append(text(concept.rows(), 6));
    }
    if (!concept.omissions().isEmpty()) {
      Map<String, Object> omits = new LinkedHashMap<>();
      for (Omission omission : concept.omissions()) {
        Map<String, Object> entries = new LinkedHashMap<>();
        entries.put("fields", omission.fields().stream().map(Text::value).toList());
        entries.put("because", omission.because().value());
        omits.put(omission.shape().value(), entries);
      }
      text.append("    omits:\n").append(yaml.block(omits, 6));
    }
    if (!concept.directs().isEmpty()) {
      Object directs = concept.directs().stream().map(Direct::toString).toList();
      text.append("    direct: ").append(yaml.flow(directs)).append('\n');
    }
    if (!concept.existing().isEmpty()) {
      Map<String, Object> existing = new LinkedHashMap<>();
      concept
          .existing()
          .forEach(
              mapper -> {
                List<String> methods = mapper.methods().stream().map(Text::value).toList();
                existing.put(mapper.toString(), methods.size() == 1 ? methods.get(0) : methods);
              });
      text.append("    existing-mappers:\n").append(yaml.block(existing, 6));
    }
    return text.toString();
  }

  private static Map<String, Object> shapes(Concept concept) {
    Map<String, List<ShapeUse>> byLayer = new LinkedHashMap<>();
    concept
        .shapes()
        .forEach(
            use -> byLayer.computeIfAbsent(use.layer().name(), name -> new ArrayList<>()).add(use));
    Map<String, Object> shapes = new LinkedHashMap<>();
    byLayer.forEach((layer, uses) -> shapes.put(layer, shapes(uses)));
    return shapes;
  }

  private static Object shapes(List<ShapeUse> uses) {
    ShapeUse first = uses.get(0);
    if (uses.size() == 1 && first.direction() == Direction.BOTH) {
      if (first.build().isEmpty() && first.description().isEmpty()) {
        return first.type();
      }
      Map<String, Object> entries = new LinkedHashMap<>();
      entries.put("type", first.type());
      if (!first.build().isEmpty()) {
        entries.put("build", strings(first.build()));
      }
      first.description().ifPresent(words -> DescriptionText.put(words, entries));
      return entries;
    }
    Map<String, Object> directions = new LinkedHashMap<>();
    uses.forEach(use -> directions.put(use.type(), directed(use)));
    return directions;
  }

  private static Object directed(ShapeUse use) {
    if (use.description().isEmpty()) {
      return use.direction().key();
    }
    Map<String, Object> words = new LinkedHashMap<>();
    words.put("direction", use.direction().key());
    DescriptionText.put(use.description().get(), words);
    return words;
  }

  private static Map<String, Object> words(Row row) {
    Map<String, Object> words = new LinkedHashMap<>(strings(row.names()));
    row.lists().forEach((key, list) -> words.put(key, list.stream().map(Text::value).toList()));
    row.role().ifPresent(role -> words.put("is", role.key()));
    row.derived().ifPresent(text -> words.put("derived", text.value()));
    put(words, "given", row.given(), PlanWriter::given);
    put(words, "by", row.by(), Text::value);
    put(words, "codes", row.codes(), PlanWriter::codes);
    put(words, "absent", row.absent(), Literal::value);
    put(words, "unit", row.unit(), CountedUnit::key);
    put(words, "format", row.format(), Text::value);
    put(words, "stays", row.stays(), Text::value);
    put(words, "out-only", row.oneWay().outOnly(), Text::value);
    put(words, "in-only", row.oneWay().inOnly(), Text::value);
    put(words, "limits", row.limits(), PlanWriter::limits);
    if (!row.accept().isEmpty()) {
      words.put("accept", acceptances(row.accept()));
    }
    return words;
  }

  private static Object acceptance(@Nullable Acceptance acceptance) {
    String because = acceptance == null ? "" : acceptance.because().value();
    Map<String, Object> entries = new LinkedHashMap<>(Map.of("because", because));
    if (acceptance != null) {
      acceptance.until().ifPresent(day -> entries.put("until", day.toString()));
    }
    return entries.size() == 1 ? because : entries;
  }

  private static Object number(BigDecimal value) {
    boolean whole = value.stripTrailingZeros().scale() <= 0;
    return whole ? (Object) value.longValue() : (Object) value.doubleValue();
  }

  private static Object limits(PlanLimits limits) {
    Map<String, Object> entries = new LinkedHashMap<>();
    limits.limits().minLength().ifPresent(count -> entries.put("min-length", count));
    limits.limits().maxLength().ifPresent(count -> entries.put("length", count));
    limits.limits().digits().ifPresent(count -> entries.put("digits", count));
    limits.limits().scale().ifPresent(count -> entries.put("scale", count));
    limits.limits().min().ifPresent(bound -> entries.put("min", number(bound.value())));
    limits.limits().max().ifPresent(bound -> entries.put("max", number(bound.value())));
    limits.limits().patterns().forEach(pattern -> entries.put("pattern", pattern));
    if (limits.required()) {
      entries.put("required", true);
    }
    if (limits.limits().unique()) {
      entries.put("unique", true);
    }
    return entries;
  }

  private static <T> void put(
      Map<String, Object> words, String key, Scoped<T> scoped, Function<T, Object> value) {
    scoped.everywhere().ifPresent(one -> words.put(key, value.apply(one)));
    if (!scoped.only().isEmpty()) {
      Map<String, Object> only = new LinkedHashMap<>();
      scoped.only().forEach((name, entries) -> only.put(name, value.apply(entries)));
      words.put(key, only);
    }
  }

  private static Object given(GivenValue given) {
    Map<String, @Nullable Object> words = new LinkedHashMap<>();
    if (given instanceof GivenValue.Constant constant) {
      words.put("value", constant.literal().orElse(null));
    } else {
      words.put("from", given.fold(new SourceName()));
    }
    return words;
  }

  /** The value of the word {@code from}. */
  private static final class SourceName implements GivenValue.Cases<String> {

    @Override
    public String constant(GivenValue.Constant source) {
      throw new IllegalArgumentException("a constant has a value");
    }

    @Override
    public String callerParameter(GivenValue.CallerParameter source) {
      return "caller";
    }

    @Override
    public String suppliedValue(GivenValue.SuppliedValue source) {
      return "supplier";
    }

    @Override
    public String staticMethod(GivenValue.StaticMethod source) {
      return source.method().value();
    }

    @Override
    public String factoryRule(GivenValue.FactoryRule source) {
      return "factory";
    }
  }

  private static Object codes(Codes codes) {
    Map<String, Object> entries = new LinkedHashMap<>(codes.byConstant());
    Optional<Text> otherwise = codes.otherwise();
    otherwise.ifPresent(constant -> entries.put(RowReader.OTHERWISE, constant.value()));
    return entries;
  }

  private static Map<String, Object> strings(Map<String, Text> texts) {
    Map<String, Object> strings = new LinkedHashMap<>();
    texts.forEach((key, text) -> strings.put(key, text.value()));
    return strings;
  }
}
