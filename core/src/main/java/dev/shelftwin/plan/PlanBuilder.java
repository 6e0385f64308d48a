package dev.shelftwin.plan;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Builds a plan in Java; the same words in YAML give an equal plan.
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
 * <p>No argument may be null but the value of {@link RowBuilder#givenValue}. {@link #build} rejects
 * what the reader of YAML rejects.
 */
public final class PlanBuilder {

  static final Place HERE = Place.in("the plan in Java");

  private final String name;
  private final List<Text> classes = new ArrayList<>();
  private final List<Text> sources = new ArrayList<>();
  private final List<Text> classPath = new ArrayList<>();
  private @Nullable Text mappers;
  private @Nullable Text mapperName;
  private @Nullable Text mapperPackage;
  private boolean packagePrivate;
  private List<Text> onClass = List.of();
  private List<Text> onConstructor = List.of();
  private @Nullable Text faultsOf;
  private final Map<String, Layer> layers = new LinkedHashMap<>();
  private final List<ConceptBuilder> concepts = new ArrayList<>();
  private final List<DescribedType> types = new ArrayList<>();
  private final List<Signatures> signatures = new ArrayList<>();
  private Wire wire = Wire.USUAL;
  private @Nullable Database database;
  private final Map<String, Text> samples = new LinkedHashMap<>();
  private final Map<String, Text> instances = new LinkedHashMap<>();

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
   * The names and packages of mappers; call it before the layers.
   *
   * @param className with {@code {concept}} and {@code {layer}} in it
   * @param packageName with {@code {package}} or {@code {layer}} in it
   */
  public PlanBuilder mappersNamed(String className, String packageName) {
    mapperName = text(className);
    mapperPackage = text(packageName);
    return this;
  }

  /** Mappers that only their own packages can use; call it before the layers. */
  public PlanBuilder mappersPackagePrivate() {
    packagePrivate = true;
    return this;
  }

  /** Annotations of mappers, by qualified names; call it before the layers. */
  public PlanBuilder mappersAnnotated(List<String> onClasses, List<String> onConstructors) {
    onClass = onClasses.stream().map(PlanBuilder::text).toList();
    onConstructor = onConstructors.stream().map(PlanBuilder::text).toList();
    return this;
  }

  /**
   * Errors of the database become faults of requests, by generated classes; call it before the
   * layers.
   *
   * @param persistenceLayer the name of the layer whose rows are stored
   */
  public PlanBuilder faultsOf(String persistenceLayer) {
    faultsOf = text(persistenceLayer);
    return this;
  }

  /** A layer. */
  public PlanBuilder layer(String layerName, Role role, String... packages) {
    layers.put(
        layerName,
        new Layer(
            layerName,
            role,
            new PackageScope(Stream.of(packages).map(PlanBuilder::text).toList(), List.of()),
            LayerRules.NONE,
            LayerDefaults.NONE,
            Optional.empty(),
            new MapperStyle(
                Optional.ofNullable(mapperName),
                Optional.ofNullable(mapperPackage),
                packagePrivate,
                onClass,
                onConstructor,
                Optional.ofNullable(faultsOf)),
            HERE));
    return this;
  }

  /**
   * Allows a layer to use a type or package of another layer.
   *
   * @param name a type or a package, by its qualified name
   */
  public PlanBuilder allowType(String layerName, String name, String because) {
    return rules(layerName, layer(layerName).rules().allowing(name, text(because)));
  }

  /** A type of a layer that no concept names on purpose. */
  public PlanBuilder unlistedType(String layerName, String type, String because) {
    return rules(layerName, layer(layerName).rules().unlisting(type, text(because)));
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

  /** The presence of a layer's fields whose declarations leave it open. */
  public PlanBuilder unspecifiedNullness(String layerName, Presence presence) {
    return rules(layerName, layer(layerName).rules().withNullness(presence));
  }

  /** Packages or types that do not belong to a layer. */
  public PlanBuilder except(String layerName, String... patterns) {
    Layer layer = layer(layerName);
    List<Text> excludes = Stream.of(patterns).map(PlanBuilder::text).toList();
    PackageScope packages = new PackageScope(layer.packages().includes(), excludes);
    layers.put(layerName, layer.with(packages));
    return this;
  }

  /** A default for the fields of that name in all shapes of a layer. */
  public PlanBuilder fieldDefault(
      String layerName, String field, @Nullable FieldRole role, @Nullable String stays) {
    Layer layer = layer(layerName);
    List<FieldDefault> fields = new ArrayList<>(layer.defaults().fields());
    fields.add(
        new FieldDefault(
            text(field),
            Optional.ofNullable(role),
            Optional.ofNullable(stays).map(PlanBuilder::text),
            Optional.empty(),
            Optional.empty(),
            HERE));
    LayerDefaults defaults = new LayerDefaults(fields, layer.defaults().accept());
    layers.put(layerName, layer.with(defaults));
    return this;
  }

  /**
   * The document that describes the types of a transfer layer.
   *
   * @param file its path
   * @param schemas the names of schemas by types, where they are not the types' own
   */
  public PlanBuilder document(String layerName, String file, Map<String, String> schemas) {
    Map<String, Text> names = new LinkedHashMap<>();
    schemas.forEach((type, schema) -> names.put(type, text(schema)));
    layers.put(layerName, layer(layerName).with(new Description(text(file), names)));
    return this;
  }

  /** Accepts the findings of a rule in all shapes of a layer. */
  public PlanBuilder accept(String layerName, RuleId rule, String reason) {
    Layer layer = layer(layerName);
    Map<RuleId, Acceptance> accept = new LinkedHashMap<>(layer.defaults().accept());
    accept.put(rule, new Acceptance(text(reason), Optional.empty()));
    LayerDefaults defaults = new LayerDefaults(layer.defaults().fields(), accept);
    layers.put(layerName, layer.with(defaults));
    return this;
  }

  private PlanBuilder rules(String layerName, LayerRules rules) {
    Layer layer = layer(layerName);
    layers.put(layerName, layer.with(rules));
    return this;
  }

  /** The layers that the public signatures of a package around them may mention. */
  public PlanBuilder signatures(String packageName, String... mentions) {
    signatures.add(new Signatures(packageName, List.of(mentions), HERE));
    return this;
  }

  /** Begins a concept; the following calls describe it until the next one begins. */
  public ConceptBuilder concept(String conceptName) {
    ConceptBuilder concept = new ConceptBuilder(this, conceptName);
    concepts.add(concept);
    return concept;
  }

  /** A type of no concept that has no class yet: a value object, or an enumeration. */
  public PlanBuilder describedType(
      String layerName, String type, Consumer<DescriptionBuilder> say) {
    DescriptionBuilder words = new DescriptionBuilder();
    say.accept(words);
    types.add(words.type(layer(layerName), text(type)));
    return this;
  }

  /** The static method that gives the JSON mapper. */
  public PlanBuilder wire(String method) {
    wire = new Wire(Optional.of(text(method)), wire.doubleNumbers());
    return this;
  }

  /** Those who read the JSON keep numbers in double precision only, as browsers do. */
  public PlanBuilder doubleNumbers() {
    wire = new Wire(wire.mapper(), true);
    return this;
  }

  /** The JDBC URL of the database of trials; they use a new schema there. */
  public PlanBuilder database(String url) {
    database = new Database(text(url), Optional.empty());
    return this;
  }

  /** The JDBC URL of the database of trials, and an existing schema for them. */
  public PlanBuilder database(String url, String schema) {
    database = new Database(text(url), Optional.of(text(schema)));
    return this;
  }

  /** The static method that makes samples of a type. */
  public PlanBuilder sample(String type, String method) {
    samples.put(type, text(method));
    return this;
  }

  /** The static method that creates an object of a class, for existing mappers. */
  public PlanBuilder instance(String type, String method) {
    instances.put(type, text(method));
    return this;
  }

  /**
   * The plan.
   *
   * @throws InputException where it is wrong; the places are those in its text as {@link
   *     PlanWriter} writes it
   */
  public Plan build() {
    Plan entries =
        new Plan(
            name,
            new Code(classes, sources, classPath, Optional.ofNullable(mappers)),
            List.copyOf(layers.values()),
            concepts.stream().map(ConceptBuilder::concept).toList(),
            types,
            signatures,
            wire,
            Optional.ofNullable(database),
            samples,
            instances,
            HERE,
            List.of());
    // Read again, so that the reader alone validates plans.
    return PlanReader.read(HERE.file(), PlanWriter.write(entries));
  }

  private Layer layer(String layerName) {
    Layer layer = layers.get(layerName);
    if (layer == null) {
      throw new InputException(
          HERE, "there is no layer '" + layerName + "'", "call layer(…) first");
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
    private final List<ExistingMapper> existing = new ArrayList<>();

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
      shapes.add(new ShapeUse(plan.layer(layer), type, direction, HERE));
      return this;
    }

    /** Its type in a layer, which has no class yet. */
    public ConceptBuilder described(
        String layer, String type, Direction direction, Consumer<DescriptionBuilder> say) {
      DescriptionBuilder words = new DescriptionBuilder();
      say.accept(words);
      Optional<TypeDescription> description = Optional.of(words.description());
      shapes.add(new ShapeUse(plan.layer(layer), type, direction, Map.of(), description, HERE));
      return this;
    }

    /** What makes the type that was named last: a static method, or {@code new}. */
    public ConceptBuilder build(String from, String creator) {
      ShapeUse last = shapes.remove(shapes.size() - 1);
      Map<String, Text> build = new HashMap<>(last.build());
      build.put(from, text(creator));
      shapes.add(
          new ShapeUse(
              last.layer(), last.type(), last.direction(), build, last.description(), HERE));
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

    /**
     * Methods that map one shape to another already.
     *
     * @param methods as in {@code coop.kiln.store.Rows.toFiring}
     */
    public ConceptBuilder existingMapper(String from, String to, String... methods) {
      List<Text> names = Stream.of(methods).map(PlanBuilder::text).toList();
      existing.add(new ExistingMapper(text(from), text(to), names, HERE));
      return this;
    }

    /** Begins the next concept. */
    public ConceptBuilder concept(String conceptName) {
      return plan.concept(conceptName);
    }

    /** The whole plan. */
    public PlanBuilder plan() {
      return plan;
    }

    /** The plan, as {@link PlanBuilder#build}. */
    public Plan build() {
      return plan.build();
    }

    private Concept concept() {
      return new Concept(name, shapes, rows, omissions, directs, existing, HERE, Optional.empty());
    }
  }
}
