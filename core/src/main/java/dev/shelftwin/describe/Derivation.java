package dev.shelftwin.describe;

import dev.shelftwin.finding.Nearest;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.plan.TypeDescription;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The fields of a described type that come from the type of its concept in another layer. */
final class Derivation {

  private final Plan plan;
  private final Shapes shapes;
  private final DescribedTypes types;
  private final Concept concept;
  private final ShapeUse use;
  private final TypeDescription description;
  private final Text as;

  Derivation(Plan plan, Shapes shapes, DescribedTypes types, Concept concept, ShapeUse use) {
    this.plan = plan;
    this.shapes = shapes;
    this.types = types;
    this.concept = concept;
    this.use = use;
    this.description = use.description().orElseThrow();
    this.as = description.as().orElseThrow();
  }

  List<DescribedMember> members() {
    List<ShapeUse> others =
        concept.shapes().stream()
            .filter(one -> one.layer().name().equals(as.value()))
            .filter(one -> !one.equals(use))
            .toList();
    if (others.size() != 1) {
      types.error(
          as.at(),
          concept.name() + (others.isEmpty() ? " has no type in " : " has several types in ") + as,
          "name a layer in which the concept has one type");
      return List.of();
    }
    List<DescribedMember> there = membersOf(others.get(0));
    checkNames(others.get(0), there);
    return there.stream().flatMap(this::derived).toList();
  }

  private List<DescribedMember> membersOf(ShapeUse other) {
    if (other.description().isPresent()) {
      return types.described(concept, other).map(DescribedClass::members).orElse(List.of());
    }
    TypeRef type = TypeNames.of(other.layer(), other.type());
    Optional<Shape> shape = shapes.find(type.qualifiedName());
    if (shape.isEmpty()) {
      types.error(
          other.at(),
          "there is no class " + type.qualifiedName() + " that " + use.type() + " could be as",
          "describe it, or correct its name");
    }
    return shape.map(this::membersOf).orElse(List.of());
  }

  /** What others do not need, such as keys and versions, is left out. */
  private List<DescribedMember> membersOf(Shape shape) {
    return shape
        .storedFields()
        .filter(field -> !FieldRole.anyInternal(field.roles()))
        .map(this::member)
        .toList();
  }

  private DescribedMember member(Field field) {
    return new DescribedMember(
        field.name(),
        field.type().present(),
        field.type().isOptional() || field.presence() == Presence.OPTIONAL,
        field.limits(),
        Optional.empty(),
        field.name(),
        as.at());
  }

  private void checkNames(ShapeUse other, List<DescribedMember> there) {
    List<String> known = there.stream().map(DescribedMember::name).toList();
    Stream<Text> named =
        Stream.of(
                description.without().stream(),
                description.unwrapped().stream(),
                description.flattened().stream(),
                description.renamed().entrySet().stream()
                    .map(entry -> new Text(entry.getKey(), entry.getValue().at())))
            .flatMap(all -> all);
    named
        .filter(name -> !there.isEmpty() && !known.contains(name.value()))
        .forEach(
            name ->
                types.error(
                    name.at(),
                    other.type() + " has no field '" + name + "'",
                    Nearest.remedy(name.value(), known)));
  }

  private Stream<DescribedMember> derived(DescribedMember there) {
    if (has(description.without(), there) || FieldRole.anyInternal(roles(there))) {
      return Stream.empty();
    }
    Text renamed = description.renamed().get(there.name());
    DescribedMember member = renamed == null ? there : there.named(renamed.value());
    if (has(description.flattened(), there)) {
      return parts(there).stream().map(member::part).map(this::inLayer);
    }
    if (has(description.unwrapped(), there)) {
      return Stream.of(unwrapped(member));
    }
    return Stream.of(inLayer(member));
  }

  private static Set<FieldRole> roles(DescribedMember member) {
    return member.role().map(Set::of).orElse(Set.of());
  }

  private static boolean has(List<Text> names, DescribedMember member) {
    return names.stream().anyMatch(name -> name.value().equals(member.name()));
  }

  private List<DescribedMember> parts(DescribedMember object) {
    TypeRef type = object.type();
    return types
        .membersOf(type)
        .or(() -> shapes.find(type.qualifiedName()).map(this::membersOf))
        .filter(all -> !all.isEmpty())
        .orElseGet(
            () -> {
              types.error(
                  use.at(),
                  "'" + object.name() + "' of type " + type + " has no parts",
                  "take it out of 'flattened' and 'unwrapped'");
              return List.of();
            });
  }

  private DescribedMember unwrapped(DescribedMember member) {
    Optional<Container> container = Container.of(member.type());
    TypeRef held = container.isPresent() ? Container.element(member.type()) : member.type();
    List<DescribedMember> parts = parts(member.typed(held));
    if (parts.size() != 1) {
      if (!parts.isEmpty()) {
        types.error(
            use.at(),
            held + " in '" + member.name() + "' holds " + parts.size() + " values",
            "put it into 'flattened', so that each becomes a field");
      }
      return member;
    }
    TypeRef value = parts.get(0).type();
    return container.isPresent()
        ? member.typed(replaced(member.type(), held, value.boxed()))
        : member.holding(parts.get(0), member.optional() ? value.boxed() : value);
  }

  /** The same field with the types that the concepts have in this layer. */
  private DescribedMember inLayer(DescribedMember member) {
    TypeRef type = member.type();
    for (TypeRef part : parts(type)) {
      Optional<Concept> other = conceptOf(part);
      if (other.isPresent()) {
        Optional<TypeRef> here = typeOf(other.get(), member);
        type = here.isPresent() ? replaced(type, part, here.get()) : type;
      }
    }
    return member.typed(type);
  }

  private static List<TypeRef> parts(TypeRef type) {
    List<TypeRef> all = new ArrayList<>(List.of(type.erased()));
    type.arguments().forEach(argument -> all.addAll(parts(argument)));
    return all;
  }

  private Optional<Concept> conceptOf(TypeRef type) {
    return plan.concepts().stream()
        .filter(
            one ->
                one.shapes().stream()
                    .filter(shape -> shape.layer().name().equals(as.value()))
                    .anyMatch(
                        shape -> TypeNames.of(shape.layer(), shape.type()).erased().equals(type)))
        .findFirst();
  }

  private Optional<TypeRef> typeOf(Concept other, DescribedMember member) {
    List<ShapeUse> uses =
        other.shapes().stream()
            .filter(one -> one.layer().name().equals(use.layer().name()))
            .toList();
    List<ShapeUse> fitting =
        uses.size() == 1
            ? uses
            : uses.stream()
                .filter(
                    one -> one.direction() == use.direction() || one.direction() == Direction.BOTH)
                .toList();
    if (fitting.size() != 1) {
      types.error(
          use.at(),
          "'"
              + member.name()
              + "' is of the concept "
              + other.name()
              + ", which has "
              + (fitting.isEmpty() ? "no type" : "several types")
              + " for it in "
              + use.layer().name(),
          "describe one, name the field's type with 'fields', or leave it out with 'without'");
      return Optional.empty();
    }
    ShapeUse found = fitting.get(0);
    TypeRef type = TypeNames.of(use.layer(), found.type());
    if (found.description().isEmpty() && shapes.find(type.qualifiedName()).isEmpty()) {
      types.error(
          found.at(),
          "there is no class " + type.qualifiedName() + ", and the plan does not describe it",
          "describe it: '{ type: " + type.name() + ", as: " + as + " }', or correct its name");
      return Optional.empty();
    }
    return Optional.of(type);
  }

  private static TypeRef replaced(TypeRef whole, TypeRef part, TypeRef by) {
    if (whole.erased().equals(part.erased())) {
      return by;
    }
    return new TypeRef(
        whole.packageName(),
        whole.name(),
        whole.arguments().stream().map(one -> replaced(one, part, by)).toList(),
        whole.dimensions());
  }
}
