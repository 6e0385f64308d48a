package dev.shelftwin.rule;

import dev.shelftwin.document.Documents;
import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What rules know about the project. Nothing in it changes while rules run. */
final class RuleContext {

  private final Ledger ledger;
  private final Shapes shapes;
  private final ClassDependencies dependencies;
  private final Documents documents;
  private final LayerTypes layerTypes;
  private final Set<String> misnamedConcepts;

  /** The qualified names of the concepts' persistence types. */
  private final Set<String> persistenceTypes;

  private final List<TypeCycles.Cycle> cycles;

  /** The nearest layers of each package, kept because rules ask for the same packages often. */
  private final Map<String, List<Layer>> layers = new ConcurrentHashMap<>();

  /** For packages of several layers: the layer of a type, by the name of its top-level type. */
  private final Map<String, Optional<Layer>> inShared = new ConcurrentHashMap<>();

  /** The names of the layers whose packages other layers have too. */
  private final Set<String> sharing;

  private final boolean declaresUniqueColumns;

  RuleContext(Ledger ledger, Shapes shapes, ClassDependencies dependencies, Documents documents) {
    this.documents = documents;
    this.ledger = ledger;
    this.shapes = shapes;
    this.dependencies = dependencies;
    this.layerTypes = new LayerTypes(shapes);
    this.misnamedConcepts =
        ledger.unknownNames().stream().map(Finding::concept).collect(Collectors.toSet());
    this.persistenceTypes =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .filter(shape -> shape.role() == Role.PERSISTENCE)
            .map(shape -> shape.shape().type().qualifiedName())
            .collect(Collectors.toSet());
    this.cycles = TypeCycles.of(ledger, shapes);
    this.sharing =
        ledger.plan().layers().stream()
            .filter(layer -> sharesPackage(layer, ledger.plan().layers()))
            .map(Layer::name)
            .collect(Collectors.toSet());
    this.declaresUniqueColumns =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .filter(shape -> shape.role() == Role.PERSISTENCE)
            .flatMap(shape -> shape.shape().fields().stream())
            .anyMatch(field -> field.limits().unique() && !field.roles().contains(FieldRole.KEY));
  }

  private static boolean sharesPackage(Layer layer, List<Layer> all) {
    return all.stream()
        .anyMatch(
            other ->
                !other.equals(layer)
                    && other.packages().toString().equals(layer.packages().toString())
                    && other.packages().excludes().isEmpty()
                    && layer.packages().excludes().isEmpty());
  }

  /** The documents that describe the transfer types. */
  Documents documents() {
    return documents;
  }

  Ledger ledger() {
    return ledger;
  }

  Plan plan() {
    return ledger.plan();
  }

  /** The concepts without unknown names: those would cause further findings. */
  Stream<ConceptLedger> concepts() {
    return ledger.concepts().stream().filter(concept -> !misnamedConcepts.contains(concept.name()));
  }

  Shapes shapes() {
    return shapes;
  }

  LayerTypes layerTypes() {
    return layerTypes;
  }

  ClassDependencies dependencies() {
    return dependencies;
  }

  /** The dependencies of the classes of a layer, but for those that tools derive from others. */
  Stream<ClassDependency> dependenciesOf(Layer layer) {
    return layer.packages().roots().stream()
        .flatMap(root -> dependencies.in(root).stream())
        .filter(dependency -> layerOf(dependency.from()).equals(Optional.of(layer)))
        .filter(
            dependency -> shapes.find(dependency.from()).filter(Frameworks::isMetamodel).isEmpty());
  }

  /** Cycles among the types of responses. */
  List<TypeCycles.Cycle> cycles() {
    return cycles;
  }

  /** Whether rows are mapped to transfer types without a domain. */
  boolean hasNoDomain() {
    return plan().layers().stream().noneMatch(layer -> layer.role() == Role.DOMAIN);
  }

  /** Whether a type belongs to a persistence layer, a persistence standard or a provider. */
  boolean isPersistenceType(TypeRef type) {
    boolean inLayer =
        plan().layers().stream()
            .filter(layer -> layer.role() == Role.PERSISTENCE && !sharesPackage(layer))
            .filter(layer -> layer.packages().hasType(type.packageName(), type.name()))
            .anyMatch(layer -> layerOf(type).equals(Optional.of(layer)));
    return inLayer || persistenceTypes.contains(type.qualifiedName()) || isPersistenceProduct(type);
  }

  /** Whether a type belongs to a persistence standard or a provider. */
  boolean isPersistenceProduct(TypeRef type) {
    return Frameworks.isPersistenceStandard(type)
        || (layerOf(type).isEmpty() && dependencies.isOfProvider(type.packageName()));
  }

  /** Whether any column is unique, so that the unique columns are declared. */
  boolean declaresUniqueColumns() {
    return declaresUniqueColumns;
  }

  /**
   * The layer whose packages a type is in or below; the nearest one. Where layers share a package,
   * only the types of concepts and the rows in it have a layer.
   */
  Optional<Layer> layerOf(TypeRef type) {
    List<Layer> nearest = layers.computeIfAbsent(type.packageName(), this::nearest);
    return nearest.size() < 2
        ? nearest.stream().findFirst()
        : inShared.computeIfAbsent(type.outermostName(), name -> oneOf(nearest, name));
  }

  private List<Layer> nearest(String packageName) {
    Map<Integer, List<Layer>> byDepth = new TreeMap<>();
    for (Layer layer : plan().layers()) {
      layer
          .packages()
          .depth(packageName)
          .ifPresent(depth -> byDepth.computeIfAbsent(depth, key -> new ArrayList<>()).add(layer));
    }
    return byDepth.values().stream().reduce(List.of(), (outer, inner) -> inner);
  }

  private Optional<Layer> oneOf(List<Layer> nearest, String name) {
    Optional<Layer> ofConcepts =
        nearest.stream()
            .filter(
                layer ->
                    shapesOf(layer)
                        .anyMatch(shape -> shape.shape().type().outermostName().equals(name)))
            .findFirst();
    boolean isRow = shapes.find(name).filter(Shape::hasColumns).isPresent();
    return ofConcepts.or(
        () ->
            nearest.stream()
                .filter(layer -> isRow && layer.role() == Role.PERSISTENCE)
                .findFirst());
  }

  /** Whether other layers have the same packages, so that a class does not tell its layer. */
  boolean sharesPackage(Layer layer) {
    return sharing.contains(layer.name());
  }

  /** The shapes of the concepts in a layer. */
  Stream<ResolvedShape> shapesOf(Layer layer) {
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .filter(shape -> shape.layer().equals(layer));
  }

  /** Whether most names of several words in a layer are written with underscores. */
  boolean usesUnderscores(Layer layer) {
    Map<Boolean, Long> names =
        shapesOf(layer)
            .flatMap(shape -> shape.shape().fields().stream())
            .map(LeakedName::name)
            .filter(name -> name.contains("_") || !name.equals(name.toLowerCase(Locale.ROOT)))
            .collect(Collectors.partitioningBy(name -> name.contains("_"), Collectors.counting()));
    return names.getOrDefault(true, 0L) > names.getOrDefault(false, 0L);
  }

  /** Whether the plan allows a layer to use a type of another. */
  static boolean isAllowed(Layer layer, TypeRef type) {
    return layer.rules().allowedTypes().keySet().stream()
        .anyMatch(name -> isWithin(type.qualifiedName(), name));
  }

  /** Whether a package is another one, or below it. */
  static boolean isWithin(String packageName, String other) {
    return packageName.equals(other) || packageName.startsWith(other + ".");
  }
}
