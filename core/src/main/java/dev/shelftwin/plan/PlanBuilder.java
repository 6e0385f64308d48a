package dev.shelftwin.plan;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Says in Java what a plan says in YAML; both give the same plan.
 *
 * <pre>{@code
 * Plan plan =
 *     PlanBuilder.named("kiln-cooperative")
 *         .sources("src/main/java")
 *         .layer("store", Role.PERSISTENCE, "coop.kiln.store")
 *         .layer("model", Role.DOMAIN, "coop.kiln.model")
 *         .concept("Kiln")
 *         .shape("store", "KilnRow")
 *         .shape("model", "Kiln")
 *         .row(row -> row.field("store", "id").is(FieldRole.KEY).stays("the store's own"))
 *         .build();
 * }</pre>
 *
 * <p>No argument may be null but the value of {@link RowBuilder#givenValue}. What a reader of YAML
 * would refuse is refused by {@link #build}.
 */
public final class PlanBuilder {

  private static final Place HERE = Place.in("the plan in Java");

  private final String name;
  private final List<Text> classes = new ArrayList<>();
  private final List<Text> sources = new ArrayList<>();
  private final List<Text> classPath = new ArrayList<>();
  private @Nullable Text mappers;
  private MapperStyle style = MapperStyle.USUAL;
  private final Map<String, Layer> layers = new LinkedHashMap<>();
  private final List<ConceptBuilder> concepts = new ArrayList<>();
  private final List<Signatures> signatures = new ArrayList<>();
  private @Nullable Text wire;
  private final Map<String, Text> samples = new LinkedHashMap<>();

  private PlanBuilder(String name) {
    this.name = Objects.requireNonNull(name, "name");
  }

  /** Begins the plan of a project. */
  public static PlanBuilder named(String name) {
    return new PlanBuilder(name);
  }

  /** Folders of compiled classes. */
  public PlanBuilder classes(String... folders) {
    return add(classes, folders);
  }

  /** Source folders. */
  public PlanBuilder sources(String... folders) {
    return add(sources, folders);
  }

  /** Jars and class folders, and text files that list them. */
  public PlanBuilder classPath(String... entries) {
    return add(classPath, entries);
  }

  /** The folder that mappers are written to. */
  public PlanBuilder mappers(String folder) {
    mappers = text(folder);
    return this;
  }

  private PlanBuilder add(List<Text> to, String... paths) {
    for (String path : paths) {
      to.add(text(path));
    }
    return this;
  }

  /**
   * What mappers look like; to be said before the layers.
   *
   * @param className with {@code {concept}} and {@code {layer}} in it
   * @param packageName with {@code {package}} or {@code {layer}} in it
   */
  public PlanBuilder mappersNamed(String className, String packageName) {
    style =
        new MapperStyle(
            Optional.of(text(className)),
            Optional.of(text(packageName)),
            style.onClass(),
            style.onConstructor());
    return this;
  }

  /** Annotations of mappers, by qualified names; to be said before the layers. */
  public PlanBuilder mappersAnnotated(List<String> onClass, List<String> onConstructor) {
    style =
        new MapperStyle(
            style.name(),
            style.packageName(),
            onClass.stream().map(PlanBuilder::text).toList(),
            onConstructor.stream().map(PlanBuilder::text).toList());
    return this;
  }

  /** A layer. */
  public PlanBuilder layer(String layerName, Role role, String packageName) {
    layers.put(layerName, new Layer(layerName, role, packageName, LayerRules.NONE, style, HERE));
    return this;
  }

  /**
   * What of other layers a layer may mention all the same.
   *
   * @param name a type or a package, by its qualified name
   */
  public PlanBuilder knows(String layerName, String name, String because) {
    return rules(layerName, layer(layerName).rules().knowing(name, text(because)));
  }

  /** A type of a layer that no concept names on purpose. */
  public PlanBuilder apart(String layerName, String type, String because) {
    return rules(layerName, layer(layerName).rules().leaving(type, text(because)));
  }

  /**
   * How a layer calls its types and spells its fields.
   *
   * @param spelling null where any will do
   * @param patterns with {@code {concept}} in them
   */
  public PlanBuilder names(String layerName, @Nullable Spelling spelling, String... patterns) {
    List<Text> names = Stream.of(patterns).map(PlanBuilder::text).toList();
    return rules(layerName, layer(layerName).rules().spelled(names, Optional.ofNullable(spelling)));
  }

  /** What a layer's fields are whose declarations do not say whether they may be missing. */
  public PlanBuilder unsaid(String layerName, Presence presence) {
    return rules(layerName, layer(layerName).rules().unsaid(presence));
  }

  private PlanBuilder rules(String layerName, LayerRules rules) {
    Layer layer = layer(layerName);
    layers.put(
        layerName,
        new Layer(layerName, layer.role(), layer.packageName(), rules, layer.style(), HERE));
    return this;
  }

  /** The layers that the public signatures of a package around them may mention. */
  public PlanBuilder signatures(String packageName, String... mentions) {
    signatures.add(new Signatures(packageName, List.of(mentions), HERE));
    return this;
  }

  /** Begins a concept; what follows is said about it until the next one begins. */
  public ConceptBuilder concept(String conceptName) {
    ConceptBuilder concept = new ConceptBuilder(this, conceptName);
    concepts.add(concept);
    return concept;
  }

  /** The static method that gives the JSON mapper. */
  public PlanBuilder wire(String method) {
    wire = text(method);
    return this;
  }

  /** The static method that makes samples of a type. */
  public PlanBuilder sample(String type, String method) {
    samples.put(type, text(method));
    return this;
  }

  /**
   * The plan.
   *
   * @throws InputException where it is wrong; the places are those in its text as {@link
   *     PlanWriter} writes it
   */
  public Plan build() {
    Plan said =
        new Plan(
            name,
            new Code(classes, sources, classPath, Optional.ofNullable(mappers)),
            List.copyOf(layers.values()),
            concepts.stream().map(ConceptBuilder::concept).toList(),
            signatures,
            Optional.ofNullable(wire),
            samples,
            HERE);
    // Read again, so that there is one place only that knows what a plan must not say.
    return PlanReader.read(HERE.file(), PlanWriter.write(said));
  }

  private Layer layer(String layerName) {
    Layer layer = layers.get(layerName);
    if (layer == null) {
      throw new InputException(
          HERE, "there is no layer '" + layerName + "'", "say layer(…) before what is in it");
    }
    return layer;
  }

  static Text text(String value) {
    return new Text(value, HERE);
  }

  /** Says what a concept is. */
  public static final class ConceptBuilder {

    private final PlanBuilder plan;
    private final String name;
    private final List<ShapeUse> shapes = new ArrayList<>();
    private final List<Row> rows = new ArrayList<>();
    private final List<Omission> omissions = new ArrayList<>();
    private final List<Direct> directs = new ArrayList<>();

    private ConceptBuilder(PlanBuilder plan, String name) {
      this.plan = plan;
      this.name = Objects.requireNonNull(name, "name");
    }

    /** Its type in a layer. */
    public ConceptBuilder shape(String layer, String type) {
      return shape(layer, type, Direction.BOTH);
    }

    /** A transfer type. */
    public ConceptBuilder shape(String layer, String type, Direction direction) {
      shapes.add(new ShapeUse(plan.layer(layer), type, direction, Map.of(), HERE));
      return this;
    }

    /** What makes the type that was named last: a static method, or {@code new}. */
    public ConceptBuilder build(String from, String maker) {
      ShapeUse last = shapes.remove(shapes.size() - 1);
      Map<String, Text> build = new HashMap<>(last.build());
      build.put(from, text(maker));
      shapes.add(new ShapeUse(last.layer(), last.type(), last.direction(), build, HERE));
      return this;
    }

    /** A row about one field. */
    public ConceptBuilder row(Consumer<RowBuilder> say) {
      RowBuilder row = new RowBuilder();
      say.accept(row);
      rows.add(row.row());
      return this;
    }

    /** Fields that a shape leaves out on purpose. */
    public ConceptBuilder omit(String shape, String because, String... fields) {
      List<Text> names = new ArrayList<>();
      for (String field : fields) {
        names.add(text(field));
      }
      omissions.add(new Omission(text(shape), names, text(because)));
      return this;
    }

    /** Lets a read go from a row straight to a response. */
    public ConceptBuilder direct(String row, String response) {
      directs.add(new Direct(text(row), text(response)));
      return this;
    }

    /** Begins the next concept. */
    public ConceptBuilder concept(String conceptName) {
      return plan.concept(conceptName);
    }

    /** What is said about the plan as a whole. */
    public PlanBuilder plan() {
      return plan;
    }

    /** The plan, as {@link PlanBuilder#build}. */
    public Plan build() {
      return plan.build();
    }

    private Concept concept() {
      return new Concept(name, shapes, rows, omissions, directs, HERE);
    }
  }

  /** Says how a field is accounted for; the words are the plan's own. */
  public static final class RowBuilder {

    private final Map<String, Text> names = new LinkedHashMap<>();
    private final Map<String, List<Text>> lists = new LinkedHashMap<>();
    private final Words<SaidLimits> limits = new Words<>();
    private final Map<RuleId, Acceptance> accept = new HashMap<>();
    private final Words<Text> stays = new Words<>();
    private final Words<Given> given = new Words<>();
    private final Words<Text> by = new Words<>();
    private final Words<Codes> codes = new Words<>();
    private final Words<Literal> absent = new Words<>();
    private @Nullable FieldRole role;
    private @Nullable Text derived;
    private @Nullable ChronoUnit unit;

    /** A row that says nothing yet. */
    public RowBuilder() {}

    /** The field's name in a layer or a shape. */
    public RowBuilder field(String layerOrShape, String field) {
      names.put(layerOrShape, text(field));
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
      derived = text(from);
      return this;
    }

    public RowBuilder stays(String reason) {
      stays.everywhere = text(reason);
      return this;
    }

    public RowBuilder stays(String layerOrShape, String reason) {
      stays.only.put(layerOrShape, text(reason));
      return this;
    }

    /** A literal; null for no value. */
    public RowBuilder givenValue(String layerOrShape, @Nullable Object literal) {
      given.only.put(
          layerOrShape,
          new Given(Given.Source.VALUE, Optional.ofNullable(literal), Optional.empty(), HERE));
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

    private static Given given(String source) {
      boolean known =
          List.of(Given.Source.CALLER, Given.Source.SUPPLIER, Given.Source.FACTORY).stream()
              .anyMatch(one -> one.name().equalsIgnoreCase(source));
      return known
          ? new Given(
              Given.Source.valueOf(source.toUpperCase(Locale.ROOT)),
              Optional.empty(),
              Optional.empty(),
              HERE)
          : new Given(Given.Source.METHOD, Optional.empty(), Optional.of(text(source)), HERE);
    }

    public RowBuilder by(String own) {
      by.everywhere = text(own);
      return this;
    }

    public RowBuilder by(String layerOrShape, String own) {
      by.only.put(layerOrShape, text(own));
      return this;
    }

    /** What stands for each constant in a layer or a shape. */
    public RowBuilder codes(String layerOrShape, Map<String, Object> byConstant) {
      codes.only.put(layerOrShape, new Codes(byConstant, Optional.empty(), HERE));
      return this;
    }

    /** The same, and what any other code becomes. */
    public RowBuilder codes(String layerOrShape, Map<String, Object> byConstant, String otherwise) {
      codes.only.put(layerOrShape, new Codes(byConstant, Optional.of(text(otherwise)), HERE));
      return this;
    }

    public RowBuilder absent(String layerOrShape, Object literal) {
      absent.only.put(layerOrShape, new Literal(literal, HERE));
      return this;
    }

    public RowBuilder unit(ChronoUnit counted) {
      unit = Objects.requireNonNull(counted, "counted");
      return this;
    }

    /** What the field allows there, where its declaration does not say. */
    public RowBuilder limits(String layerOrShape, Limits said, boolean required) {
      limits.only.put(layerOrShape, new SaidLimits(said, required, HERE));
      return this;
    }

    public RowBuilder accept(RuleId rule, String reason) {
      accept.put(rule, new Acceptance(text(reason), Optional.empty()));
      return this;
    }

    /** The same up to a day. */
    public RowBuilder accept(RuleId rule, String reason, LocalDate until) {
      accept.put(rule, new Acceptance(text(reason), Optional.of(until)));
      return this;
    }

    /** What was said so far. */
    public Row row() {
      return new Row(
          names,
          lists,
          Optional.ofNullable(role),
          Optional.ofNullable(derived),
          stays.scoped(),
          given.scoped(),
          by.scoped(),
          codes.scoped(),
          absent.scoped(),
          Optional.ofNullable(unit),
          limits.scoped(),
          accept,
          HERE);
    }
  }

  /** What is said once for all, or by layer and shape. */
  private static final class Words<T> {

    private @Nullable T everywhere;
    private final Map<String, T> only = new LinkedHashMap<>();

    Scoped<T> scoped() {
      return new Scoped<>(Optional.ofNullable(everywhere), only);
    }
  }
}
