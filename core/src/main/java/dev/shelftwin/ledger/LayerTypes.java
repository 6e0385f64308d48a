package dev.shelftwin.ledger;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.PackageScope;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the types that belong to a layer, and the types that a plan names in it. */
public final class LayerTypes {

  private static final Pattern NAME = Pattern.compile("[^<>,\\s]+");

  private final Shapes shapes;

  public LayerTypes(Shapes shapes) {
    this.shapes = shapes;
  }

  /** The packages of a layer; those with wildcards as far as the code has them. */
  public List<String> packages(Layer layer) {
    PackageScope scope = layer.packages();
    return scope.isOnePackage() ? List.of(scope.firstPackage()) : scope.among(shapes.packages());
  }

  /** The top-level types of a layer, package by package. */
  public Stream<TypeRef> types(Layer layer) {
    return packages(layer).stream()
        .flatMap(
            packageName ->
                shapes.namesIn(packageName).stream()
                    .filter(name -> layer.packages().hasType(packageName, name))
                    .map(name -> TypeRef.of(packageName, name)));
  }

  /** The shapes of the top-level types of a layer. */
  public Stream<Shape> shapes(Layer layer) {
    return types(layer).flatMap(type -> shapes.find(type).stream());
  }

  /**
   * The types of which the objects of an abstract type are: those that a sealed type permits,
   * otherwise those of some types, and those nested in it, that extend it.
   */
  public Stream<Shape> concreteTypes(Shape type, Supplier<Stream<Shape>> all) {
    if (!type.isAbstract()) {
      return Stream.of(type);
    }
    if (!type.permits().isEmpty()) {
      return type.permits().stream()
          .flatMap(permitted -> shapes.find(permitted).stream())
          .flatMap(permitted -> concreteTypes(permitted, all));
    }
    Stream<Shape> nested =
        shapes.nestedIn(type.type().qualifiedName()).stream()
            .flatMap(name -> shapes.find(name).stream());
    return Stream.concat(all.get(), nested)
        .filter(shape -> !shape.isAbstract() && shape.isSubtypeOf(type))
        .distinct();
  }

  /** The shape that a plan names; empty if the code has none, or several of that name. */
  public Optional<Shape> find(ShapeUse use) {
    List<String> names = candidates(use);
    return names.size() == 1 ? shapes.find(names.get(0)) : Optional.empty();
  }

  /** Whether the code has a type that a plan names, or several of that name. */
  public boolean has(ShapeUse use) {
    List<String> names = candidates(use);
    return names.size() > 1 || find(use).isPresent();
  }

  /** The shortest name by which a plan can name a type of a layer. */
  public String nameOf(Layer layer, TypeRef type) {
    return candidates(layer, type.name()).size() > 1 ? type.qualifiedName() : type.name();
  }

  /** The qualified names of the types that a plan may mean; more than one is ambiguous. */
  List<String> candidates(ShapeUse use) {
    if (!use.hasArguments()) {
      return candidates(use.layer(), use.type());
    }
    List<String> all = new ArrayList<>(List.of(""));
    String type = use.type().replace(" ", "");
    Matcher name = NAME.matcher(type);
    int end = 0;
    while (name.find()) {
      String between = type.substring(end, name.start());
      List<String> found = candidates(use.layer(), name.group());
      List<String> next = found.isEmpty() ? List.of(name.group()) : found;
      all =
          all.stream()
              .flatMap(start -> next.stream().map(one -> start + between + one))
              .collect(Collectors.toCollection(ArrayList::new));
      end = name.end();
    }
    String rest = type.substring(end);
    return all.stream().map(start -> start + rest).toList();
  }

  private List<String> candidates(Layer layer, String name) {
    if (ShapeUse.isQualified(name)) {
      return List.of(name);
    }
    List<String> packages = packages(layer);
    String outermost = name.contains(".") ? name.substring(0, name.indexOf('.')) : name;
    return packages.stream()
        // To look for a type that is not there takes longer than to list a package once.
        .filter(
            packageName -> packages.size() == 1 || shapes.namesIn(packageName).contains(outermost))
        .filter(packageName -> layer.packages().hasType(packageName, name))
        .map(packageName -> packageName + "." + name)
        .filter(qualified -> shapes.find(qualified).isPresent())
        .toList();
  }
}
