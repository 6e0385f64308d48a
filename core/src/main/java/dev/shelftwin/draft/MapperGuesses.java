package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Finds the mapper methods in the users' classes: those that take one type of a concept and return
 * another.
 */
final class MapperGuesses {

  /** Methods that mappers of all concepts have. */
  private static final Set<String> NAMES_OF_ALL = Set.of(MapperNames.UPDATE, MapperNames.MATCHES);

  private final Shapes shapes;
  private final MappingMethods code;
  private final List<MethodSignature> methods;

  MapperGuesses(Shapes shapes, MappingMethods code) {
    this.shapes = shapes;
    this.code = code;
    this.methods = code.all();
  }

  /** A concept with the methods that map its types; those that Shelf Twin generates are none. */
  Concept with(Concept concept, Ledger ledger) {
    Map<String, ExistingMapper> existing = new LinkedHashMap<>();
    ledger
        .concept(concept.name())
        .ifPresent(
            one -> {
              for (HopLedger hop : one.hops()) {
                add(existing, one, hop);
              }
            });
    return existing.isEmpty() ? concept : concept.withExisting(List.copyOf(existing.values()));
  }

  /** Whether a method maps the types of a hop, alone or inside the objects that it maps. */
  boolean map(ConceptLedger concept, HopLedger hop) {
    return !methods(concept, hop).isEmpty()
        || code.map(hop.hop().from().shape(), hop.hop().to().shape());
  }

  private void add(Map<String, ExistingMapper> existing, ConceptLedger concept, HopLedger hop) {
    List<Text> names = methods(concept, hop);
    if (!names.isEmpty()) {
      Place here = Place.in(concept.name());
      String source = hop.hop().from().label();
      String target = hop.hop().to().label();
      existing.put(
          source + " -> " + target,
          new ExistingMapper(new Text(source, here), new Text(target, here), names, here));
    }
  }

  /** Whether services take objects of a type, or answer with them. */
  boolean isServed(TypeRef type, boolean inward) {
    return code.isServed(type, inward);
  }

  /** The names of the methods that map a hop, as the plan writes them. */
  List<Text> methods(ConceptLedger concept, HopLedger hop) {
    Place here = Place.in(concept.name());
    return signatures(concept, hop).stream().map(method -> new Text(nameOf(method), here)).toList();
  }

  /** The types of what the callers of the methods that map a hop pass beside its objects. */
  List<TypeRef> passedTypes(ConceptLedger concept, HopLedger hop) {
    Set<TypeRef> mapped =
        Stream.concat(
                MappingMethods.abstractions(hop.hop().from().shape()).stream(),
                Stream.of(hop.hop().to().shape().type().erased()))
            .collect(Collectors.toSet());
    return signatures(concept, hop).stream()
        .flatMap(method -> method.parameters().stream())
        .filter(type -> !isOrHolds(type, mapped) && !MappingMethods.isHelper(type))
        .toList();
  }

  private List<MethodSignature> signatures(ConceptLedger concept, HopLedger hop) {
    Shape source = hop.hop().from().shape();
    TypeRef from = source.type().erased();
    TypeRef to = hop.hop().to().shape().type().erased();
    Set<TypeRef> asSource = MappingMethods.abstractions(source);
    boolean canBeFilled = canBeFilled(hop.hop().to());
    boolean sourceCanBeFilled = canBeFilled(hop.hop().from());
    Layer layer = hop.hop().outer().layer();
    String generated = MapperNames.qualifiedName(concept, layer);
    boolean ours = !isTaken(concept, layer);
    if (from.equals(to)) {
      return List.of();
    }
    List<MethodSignature> candidates =
        methods.stream()
            .filter(method -> !shapes.isGenerated(method.owner().qualifiedName()))
            .filter(method -> !ours || !method.owner().qualifiedName().equals(generated))
            .toList();
    List<MethodSignature> found =
        candidates.stream()
            .filter(
                method ->
                    maps(method, from, asSource, to)
                        || (canBeFilled && fills(method, from, to, sourceCanBeFilled)))
            .toList();
    List<MethodSignature> all =
        found.isEmpty() ? ofFamilies(candidates, source, hop.hop().to().shape()) : found;
    return all.stream().filter(method -> !isStep(method, all)).toList();
  }

  /** The methods that map an abstract type of the source to an abstract type of the target. */
  private List<MethodSignature> ofFamilies(List<MethodSignature> candidates, Shape from, Shape to) {
    Set<TypeRef> sources = families(from, to);
    Set<TypeRef> targets = families(to, from);
    return sources.isEmpty() || targets.isEmpty()
        ? List.of()
        : candidates.stream()
            .filter(method -> isOrHolds(method.returns(), targets))
            .filter(
                method -> method.parameters().stream().anyMatch(type -> isOrHolds(type, sources)))
            .toList();
  }

  /** The abstract types of its package that a type extends or implements, and another does not. */
  private Set<TypeRef> families(Shape shape, Shape other) {
    return shape.supertypes().stream()
        .filter(type -> !other.supertypes().contains(type))
        .filter(type -> type.packageName().equals(shape.type().packageName()))
        .filter(
            type ->
                shapes.find(type).stream()
                    .filter(Shape::isAbstract)
                    .anyMatch(found -> found.storedFields().findAny().isPresent()))
        .collect(Collectors.toSet());
  }

  /**
   * Whether the name of the mapper that Shelf Twin would generate belongs to a class of the users:
   * one with methods that a generated mapper does not have.
   */
  boolean isTaken(ConceptLedger concept, Layer layer) {
    String name = MapperNames.qualifiedName(concept, layer);
    if (shapes.isGenerated(name)) {
      return false;
    }
    return shapes.methods(name).stream()
        .filter(method -> method.owner().qualifiedName().equals(name))
        .filter(method -> method.visibility() != Visibility.PRIVATE)
        .filter(method -> !method.isConstructor())
        .map(MethodSignature::name)
        .anyMatch(
            method ->
                !NAMES_OF_ALL.contains(method)
                    && concept.shapes().map(MapperNames::method).noneMatch(method::startsWith));
  }

  private static boolean maps(
      MethodSignature method, TypeRef from, Set<TypeRef> asSource, TypeRef to) {
    boolean takes = method.parameters().stream().anyMatch(type -> isOrHolds(type, asSource));
    if (method.isConstructor()) {
      return takes && method.owner().equals(to);
    }
    boolean makes = isOrHolds(method.returns(), Set.of(to));
    boolean ofSource = !method.isStatic() && method.owner().equals(from);
    boolean ofItself =
        method.parameters().isEmpty()
            || MappingMethods.isHelped(method)
            || MappingMethods.converts(method);
    return makes && (takes || (ofSource && ofItself));
  }

  private static boolean canBeFilled(ResolvedShape shape) {
    return shape.shape().fields().stream().anyMatch(field -> field.writer().isPresent());
  }

  /** Whether a method fills an object; of two that can be filled, the second one. */
  private static boolean fills(
      MethodSignature method, TypeRef from, TypeRef to, boolean sourceCanBeFilled) {
    List<TypeRef> parameters = method.parameters();
    boolean both =
        parameters.contains(from)
            && parameters.contains(to)
            && (!sourceCanBeFilled || parameters.indexOf(from) < parameters.indexOf(to));
    boolean ofTarget =
        !method.isStatic() && method.owner().equals(to) && parameters.equals(List.of(from));
    return method.returns().name().equals("void") && (both || ofTarget);
  }

  private static boolean isOrHolds(TypeRef type, Set<TypeRef> wanted) {
    TypeRef present = type.present();
    boolean list = Container.of(present).filter(kind -> kind != Container.MAP).isPresent();
    return wanted.contains((list ? Container.element(present) : present).erased());
  }

  /** Whether a method is only a step of a public one, which its class has or inherits. */
  private boolean isStep(MethodSignature method, List<MethodSignature> all) {
    return method.visibility() != Visibility.PUBLIC
        && all.stream()
            .filter(other -> other.visibility() == Visibility.PUBLIC)
            .anyMatch(
                other ->
                    other.owner().equals(method.owner())
                        || extendsType(method.owner(), other.owner()));
  }

  private boolean extendsType(TypeRef type, TypeRef other) {
    return shapes.find(type).filter(shape -> shape.supertypes().contains(other)).isPresent();
  }

  /** The name in a plan; with the types of the parameters if another method has the same name. */
  private String nameOf(MethodSignature method) {
    String name =
        method.owner().binaryName() + "." + (method.isConstructor() ? "new" : method.name());
    boolean overloaded =
        methods.stream()
                .filter(
                    other ->
                        other.name().equals(method.name())
                            && (other.owner().equals(method.owner())
                                || extendsType(method.owner(), other.owner())))
                .count()
            > 1;
    return overloaded
        ? name
            + "("
            + String.join(
                ", ",
                method.parameters().stream().map(type -> type.erased().qualifiedName()).toList())
            + ")"
        : name;
  }
}
