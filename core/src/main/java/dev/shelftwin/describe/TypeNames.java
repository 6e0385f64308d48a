package dev.shelftwin.describe;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.DescribedType;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Finds the types that descriptions name. */
final class TypeNames {

  private static final List<String> JDK =
      List.of("java.lang", "java.time", "java.math", "java.util");

  private final Plan plan;
  private final Shapes shapes;

  TypeNames(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
  }

  /** The name of a described type. */
  static TypeRef of(Layer layer, String name) {
    int dot = ShapeUse.isQualified(name) ? name.lastIndexOf('.') : -1;
    String packageName = dot < 0 ? layer.packages().firstPackage() : name.substring(0, dot);
    return TypeRef.of(packageName, name.substring(dot + 1));
  }

  /**
   * A type with its packages: of the layer, of the domain, then of the JDK.
   *
   * @return empty if one of its names is not known
   */
  Optional<TypeRef> resolve(TypeRef written, Layer layer) {
    Optional<TypeRef> raw =
        written.isPrimitive() || isPrimitiveArray(written)
            ? Optional.of(written.erased())
            : named(written, layer);
    List<Optional<TypeRef>> arguments =
        written.arguments().stream().map(one -> resolve(one, layer)).toList();
    return arguments.stream().anyMatch(Optional::isEmpty)
        ? Optional.empty()
        : raw.map(
            type ->
                new TypeRef(
                    type.packageName(),
                    type.name(),
                    arguments.stream().map(Optional::get).toList(),
                    written.dimensions()));
  }

  /** The first name in a type that is not known. */
  String unknown(TypeRef written, Layer layer) {
    return written.arguments().stream()
        .filter(argument -> resolve(argument, layer).isEmpty())
        .findFirst()
        .map(argument -> unknown(argument, layer))
        .orElse(written.name());
  }

  private static boolean isPrimitiveArray(TypeRef type) {
    return type.isArray() && TypeRef.of(type.packageName(), type.name()).isPrimitive();
  }

  private Optional<TypeRef> named(TypeRef written, Layer layer) {
    if (!written.packageName().isEmpty()) {
      return Optional.of(TypeRef.of(written.packageName(), written.name()));
    }
    Stream<Layer> layers =
        Stream.concat(
            Stream.of(layer),
            plan.layers().stream().filter(one -> one.role() == Role.DOMAIN).limit(1));
    return layers
        .flatMap(one -> in(one, written.name()).stream())
        .findFirst()
        .or(() -> ofJdk(written.name()));
  }

  private Optional<TypeRef> in(Layer layer, String name) {
    Stream<TypeRef> described =
        Stream.concat(
            plan.types().stream()
                .filter(type -> type.layer().name().equals(layer.name()))
                .map(DescribedType::name)
                .map(type -> of(layer, type.value())),
            plan.concepts().stream()
                .map(Concept::shapes)
                .flatMap(List::stream)
                .filter(use -> use.layer().name().equals(layer.name()))
                .filter(use -> use.description().isPresent())
                .map(use -> of(layer, use.type())));
    return described
        .filter(type -> type.name().equals(name))
        .findFirst()
        .or(
            () ->
                Stream.concat(
                        Stream.of(layer.packages().firstPackage()),
                        layer.packages().among(shapes.packages()).stream())
                    .flatMap(packageName -> shapes.find(packageName + "." + name).stream())
                    .map(Shape::type)
                    .map(TypeRef::erased)
                    .findFirst());
  }

  private static Optional<TypeRef> ofJdk(String name) {
    return JDK.stream()
        .filter(packageName -> isThere(packageName + "." + name))
        .map(packageName -> TypeRef.of(packageName, name))
        .findFirst();
  }

  private static boolean isThere(String name) {
    try {
      Class.forName(name, false, null);
      return true;
    } catch (ClassNotFoundException none) {
      return false;
    }
  }
}
