package dev.shelftwin.plan;

import dev.shelftwin.shape.Keys;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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
     * @param part a concept or a row
     */
    List<String> about(Object part);
  }

  private String comments(Object part, int indent) {
    return comments.about(part).stream()
        .map(line -> " ".repeat(indent) + "# " + line + "\n")
        .collect(Collectors.joining());
  }

  /** A row as an item of a list. */
  String text(Row row, int indent) {
    return comments(row, indent) + yaml.item(words(row), indent);
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
    Map<String, Object> layers = new LinkedHashMap<>();
    for (Layer layer : plan.layers()) {
      Map<String, Object> said = new LinkedHashMap<>();
      said.put("role", layer.role().key());
      said.put("package", layer.packageName());
      putRules(said, layer.rules());
      layers.put(layer.name(), said);
    }
    text.append(yaml.block(layers, 2));
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
    plan.wire()
        .ifPresent(wire -> text.append("\nwire: ").append(yaml.flow(wire.value())).append('\n'));
    if (!plan.samples().isEmpty()) {
      text.append("\nsamples:\n").append(yaml.block(strings(plan.samples()), 2));
    }
    return text.toString();
  }

  private static void putRules(Map<String, Object> said, LayerRules rules) {
    if (!rules.knows().isEmpty()) {
      said.put("knows", strings(rules.knows()));
    }
    if (!rules.apart().isEmpty()) {
      said.put("apart", strings(rules.apart()));
    }
    putPaths(said, "names", rules.names());
    rules.spelling().ifPresent(spelling -> said.put("spelling", spelling.key()));
    rules.unsaid().ifPresent(presence -> said.put("unsaid", Keys.of(presence)));
  }

  private static Map<String, Object> style(Plan plan) {
    Map<String, Object> said = new LinkedHashMap<>();
    if (!plan.layers().isEmpty()) {
      MapperStyle style = plan.layers().get(0).style();
      style.name().ifPresent(name -> said.put("name", name.value()));
      style.packageName().ifPresent(name -> said.put("package", name.value()));
      putPaths(said, "on-class", style.onClass());
      putPaths(said, "on-constructor", style.onConstructor());
    }
    return said;
  }

  private static Map<String, Object> code(Code code) {
    Map<String, Object> said = new LinkedHashMap<>();
    putPaths(said, "classes", code.classes());
    putPaths(said, "sources", code.sources());
    putPaths(said, "class-path", code.classPath());
    code.mappers().ifPresent(text -> said.put("mappers", text.value()));
    return said;
  }

  private static void putPaths(Map<String, Object> said, String key, List<Text> paths) {
    if (!paths.isEmpty()) {
      List<String> values = paths.stream().map(Text::value).toList();
      said.put(key, values.size() == 1 ? values.get(0) : values);
    }
  }

  /** A concept with its name, set in by two. */
  String text(Concept concept) {
    StringBuilder text = new StringBuilder("  " + yaml.flow(concept.name()) + ":\n");
    text.append(comments(concept, 4));
    text.append(yaml.block(shapes(concept), 4));
    if (!concept.rows().isEmpty()) {
      text.append("    fields:\n");
      concept.rows().forEach(row -> text.append(text(row, 6)));
    }
    if (!concept.omissions().isEmpty()) {
      Map<String, Object> omits = new LinkedHashMap<>();
      for (Omission omission : concept.omissions()) {
        Map<String, Object> said = new LinkedHashMap<>();
        said.put("fields", omission.fields().stream().map(Text::value).toList());
        said.put("because", omission.because().value());
        omits.put(omission.shape().value(), said);
      }
      text.append("    omits:\n").append(yaml.block(omits, 6));
    }
    if (!concept.directs().isEmpty()) {
      Object directs = concept.directs().stream().map(Direct::toString).toList();
      text.append("    direct: ").append(yaml.flow(directs)).append('\n');
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
      if (first.build().isEmpty()) {
        return first.type();
      }
      Map<String, Object> said = new LinkedHashMap<>();
      said.put("type", first.type());
      said.put("build", strings(first.build()));
      return said;
    }
    Map<String, Object> directions = new LinkedHashMap<>();
    uses.forEach(use -> directions.put(use.type(), use.direction().key()));
    return directions;
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
    row.unit().ifPresent(unit -> words.put("unit", unit.name().toLowerCase(Locale.ROOT)));
    put(words, "stays", row.stays(), Text::value);
    put(words, "limits", row.limits(), PlanWriter::limits);
    if (!row.accept().isEmpty()) {
      Map<String, Object> accepted = new LinkedHashMap<>();
      row.accept().keySet().stream()
          .sorted()
          .forEach(rule -> accepted.put(rule.key(), acceptance(row.accept().get(rule))));
      words.put("accept", accepted);
    }
    return words;
  }

  private static Object acceptance(@Nullable Acceptance acceptance) {
    String because = acceptance == null ? "" : acceptance.because().value();
    Map<String, Object> said = new LinkedHashMap<>(Map.of("because", because));
    if (acceptance != null) {
      acceptance.until().ifPresent(day -> said.put("until", day.toString()));
    }
    return said.size() == 1 ? because : said;
  }

  private static Object number(BigDecimal value) {
    boolean whole = value.stripTrailingZeros().scale() <= 0;
    return whole ? (Object) value.longValue() : (Object) value.doubleValue();
  }

  private static Object limits(SaidLimits limits) {
    Map<String, Object> said = new LinkedHashMap<>();
    limits.limits().shortest().ifPresent(count -> said.put("min-length", count));
    limits.limits().length().ifPresent(count -> said.put("length", count));
    limits.limits().digits().ifPresent(count -> said.put("digits", count));
    limits.limits().scale().ifPresent(count -> said.put("scale", count));
    limits.limits().least().ifPresent(bound -> said.put("min", number(bound.value())));
    limits.limits().greatest().ifPresent(bound -> said.put("max", number(bound.value())));
    limits.limits().patterns().forEach(pattern -> said.put("pattern", pattern));
    if (limits.required()) {
      said.put("required", true);
    }
    if (limits.limits().unique()) {
      said.put("unique", true);
    }
    return said;
  }

  private static <T> void put(
      Map<String, Object> words, String key, Scoped<T> scoped, Function<T, Object> value) {
    scoped.everywhere().ifPresent(said -> words.put(key, value.apply(said)));
    if (!scoped.only().isEmpty()) {
      Map<String, Object> only = new LinkedHashMap<>();
      scoped.only().forEach((name, said) -> only.put(name, value.apply(said)));
      words.put(key, only);
    }
  }

  private static Object given(Given given) {
    Map<String, @Nullable Object> said = new LinkedHashMap<>();
    switch (given.source()) {
      case VALUE -> said.put("value", given.literal().orElse(null));
      case METHOD -> said.put("from", given.method().map(Text::value).orElse(""));
      case CALLER, SUPPLIER, FACTORY ->
          said.put("from", given.source().name().toLowerCase(Locale.ROOT));
    }
    return said;
  }

  private static Object codes(Codes codes) {
    Map<String, Object> said = new LinkedHashMap<>(codes.byConstant());
    Optional<Text> otherwise = codes.otherwise();
    otherwise.ifPresent(constant -> said.put(RowReader.OTHERWISE, constant.value()));
    return said;
  }

  private static Map<String, Object> strings(Map<String, Text> texts) {
    Map<String, Object> strings = new LinkedHashMap<>();
    texts.forEach((key, text) -> strings.put(key, text.value()));
    return strings;
  }
}
