package dev.shelftwin.describe;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.DescribedType;
import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The types that a plan describes: their fields, their sources, and what the plan says by them. */
public final class DescribedTypes implements TypeKinds {

  private final Plan plan;
  private final Shapes shapes;
  private final TypeNames names;
  private final Map<String, DescribedClass> classes = new LinkedHashMap<>();
  private final Set<String> open = new LinkedHashSet<>();
  private final List<InputError> errors = new ArrayList<>();

  private DescribedTypes(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
    this.names = new TypeNames(plan, shapes);
  }

  /**
   * Resolves all descriptions of a plan.
   *
   * @param shapes the types that have classes
   * @throws InputException where a description is wrong; reports every error
   */
  public static DescribedTypes of(Plan plan, Shapes shapes) {
    DescribedTypes types = new DescribedTypes(plan, shapes);
    plan.types().forEach(types::add);
    for (Concept concept : plan.concepts()) {
      for (ShapeUse use : concept.shapes()) {
        types.described(concept, use);
      }
    }
    if (!types.errors.isEmpty()) {
      throw new InputException(types.errors);
    }
    return types;
  }

  /**
   * A type with its packages, found as those in descriptions are.
   *
   * @return empty if one of its names is not known
   */
  public static Optional<TypeRef> resolve(TypeRef written, Layer layer, Plan plan, Shapes shapes) {
    return new TypeNames(plan, shapes).resolve(written, layer);
  }

  /** The sources of all described types. */
  public List<DescribedSource> sources() {
    return classes.values().stream().map(new SourceTexts(this)::of).toList();
  }

  /**
   * What differs between the description of a type and its class.
   *
   * @return empty if the type is not described
   */
  public List<Drift> drift(Shape shape) {
    return Optional.ofNullable(classes.get(shape.type().qualifiedName()))
        .map(described -> DriftFinder.between(described, shape))
        .orElse(List.of());
  }

  /** The described types of no concept, such as value objects. */
  public List<TypeRef> others() {
    return classes.values().stream()
        .filter(described -> described.concept().isEmpty())
        .map(DescribedClass::type)
        .toList();
  }

  /** Interfaces of the domain for whatever keeps the objects of described concepts. */
  public List<DescribedSource> repositories() {
    return classes.values().stream()
        .filter(type -> type.layer().role() == Role.DOMAIN && type.concept().isPresent())
        .filter(type -> hasRow(type.concept().get()))
        .map(RepositoryText::of)
        .toList();
  }

  private boolean hasRow(String concept) {
    return plan.concept(concept).stream()
        .flatMap(one -> one.shapes().stream())
        .anyMatch(use -> use.layer().role() == Role.PERSISTENCE);
  }

  /** The plan with the rows and omissions that the descriptions imply. */
  public Plan plan() {
    List<Concept> concepts =
        plan.concepts().stream().map(concept -> ImpliedRows.added(concept, this::find)).toList();
    return plan.with(concepts);
  }

  private Optional<DescribedClass> find(ShapeUse use) {
    return Optional.ofNullable(classes.get(TypeNames.of(use.layer(), use.type()).qualifiedName()));
  }

  @Override
  public boolean areRowsCreatedElsewhere() {
    return plan.layers().stream().noneMatch(layer -> layer.role() == Role.DOMAIN);
  }

  @Override
  public boolean isEnumeration(TypeRef type) {
    @Nullable DescribedClass described = classes.get(type.qualifiedName());
    return described == null
        ? shapes
            .find(type.qualifiedName())
            .filter(shape -> shape.kind() == Shape.Kind.ENUM)
            .isPresent()
        : described.isEnumeration();
  }

  @Override
  public boolean isEmbeddable(TypeRef type) {
    @Nullable DescribedClass described = classes.get(type.qualifiedName());
    return described == null
        ? shapes.find(type.qualifiedName()).filter(Shape::isEmbeddable).isPresent()
        : described.layer().role() == Role.PERSISTENCE
            && described.concept().isEmpty()
            && !described.isEnumeration();
  }

  @Override
  public boolean isRow(TypeRef type) {
    return plan.concepts().stream()
        .flatMap(concept -> concept.shapes().stream())
        .filter(use -> use.layer().role() == Role.PERSISTENCE)
        .anyMatch(use -> TypeNames.of(use.layer(), use.type()).equals(type.erased()));
  }

  private void add(DescribedType type) {
    TypeRef name = TypeNames.of(type.layer(), type.name().value());
    List<DescribedMember> members =
        type.fields().values().stream()
            .flatMap(field -> member(field, type.layer()).stream())
            .toList();
    if (members.isEmpty() && type.constants().isEmpty() && type.fields().isEmpty()) {
      error(type.name().at(), "'" + type.name() + "' has neither fields nor constants", "add some");
    }
    List<String> constants = type.constants().stream().map(Text::value).toList();
    put(
        new DescribedClass(
            type.layer(), name, Optional.empty(), members, constants, List.of(), type.name().at()));
  }

  private void put(DescribedClass described) {
    DescribedClass before = classes.put(described.type().qualifiedName(), described);
    if (before != null) {
      error(
          described.at(),
          described.type() + " is described twice, here and at " + before.at(),
          "keep one of them");
    }
  }

  private Optional<DescribedMember> member(FieldDescription field, Layer layer) {
    Optional<TypeRef> type = names.resolve(field.type(), layer);
    if (type.isEmpty()) {
      error(
          field.words().at(),
          "there is no type '"
              + names.unknown(field.type(), layer)
              + "' in the layer "
              + layer.name()
              + ", and none in java.lang, java.time, java.math and java.util",
          "describe it below 'types', write it with its package, or correct the name");
    }
    return type.map(found -> DescribedMember.of(field, found));
  }

  /** The class of a shape; empty if the plan does not describe it. */
  Optional<DescribedClass> described(Concept concept, ShapeUse use) {
    if (use.description().isEmpty()) {
      return Optional.empty();
    }
    TypeRef type = TypeNames.of(use.layer(), use.type());
    if (classes.containsKey(type.qualifiedName())) {
      return Optional.ofNullable(classes.get(type.qualifiedName()));
    }
    if (!open.add(type.qualifiedName())) {
      error(
          use.at(),
          "'as' of " + use.type() + " leads back to itself",
          "let one of these types name its fields");
      return Optional.empty();
    }
    Map<String, DescribedMember> members = new LinkedHashMap<>();
    if (use.description().get().as().isPresent()) {
      new Derivation(plan, shapes, this, concept, use)
          .members()
          .forEach(one -> members.put(one.name(), one));
    }
    use.description()
        .get()
        .fields()
        .values()
        .forEach(
            field -> member(field, use.layer()).ifPresent(one -> members.put(one.name(), one)));
    DescribedClass described =
        new DescribedClass(
            use.layer(),
            type,
            Optional.of(concept.name()),
            members.values().stream().sorted(Comparator.comparing(one -> !isKey(one))).toList(),
            List.of(),
            use.layer().role() == Role.DOMAIN
                ? new Factories(concept, use).of(members.values(), errors::add)
                : List.of(),
            use.at());
    check(described, use);
    put(described);
    open.remove(type.qualifiedName());
    return Optional.of(described);
  }

  private void check(DescribedClass described, ShapeUse use) {
    boolean wrong = !errors.isEmpty();
    if (described.members().isEmpty() && !wrong) {
      error(use.at(), use.type() + " has no fields", "name some with 'fields'");
    }
    boolean isRow = use.layer().role() == Role.PERSISTENCE;
    if (isRow && described.members().stream().noneMatch(DescribedTypes::isKey) && !wrong) {
      error(
          use.at(),
          "an entity needs a key (Jakarta Persistence 3.2, §2.4), and " + use.type() + " has none",
          "add one to its fields: 'id: Long key'");
    }
  }

  static boolean isKey(DescribedMember member) {
    return member.role().equals(Optional.of(FieldRole.KEY));
  }

  /** The fields of a type of no concept; empty if it is not described. */
  Optional<List<DescribedMember>> membersOf(TypeRef type) {
    return Optional.ofNullable(classes.get(type.qualifiedName())).map(DescribedClass::members);
  }

  void error(Place at, String message, String remedy) {
    errors.add(new InputError(at, message, remedy));
  }
}
