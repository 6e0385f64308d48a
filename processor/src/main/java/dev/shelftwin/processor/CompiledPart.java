package dev.shelftwin.processor;

import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanPart;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import org.jspecify.annotations.Nullable;

/**
 * The part of a plan that a compilation is about: the concepts of which it compiles a type of an
 * outer layer, with the types that it compiles or has on its class path.
 */
final class CompiledPart {

  private final Plan whole;
  private final LayerTypes types;
  private final Set<String> compiled;
  private final Plan plan;

  /**
   * The part of a compilation.
   *
   * @param compiled the qualified names of the top-level types that are compiled
   */
  CompiledPart(Plan whole, Shapes shapes, Set<String> compiled) {
    this.whole = whole;
    this.types = new LayerTypes(shapes);
    this.compiled = compiled;
    this.plan =
        whole
            .withoutTestMethods()
            .with(whole.concepts().stream().flatMap(one -> part(one).stream()).toList());
  }

  Plan plan() {
    return plan;
  }

  /** Whether the plan says something about types that are not there. */
  boolean isReduced() {
    return !plan.concepts().equals(whole.concepts());
  }

  /** The types of outer layers that are compiled, with the places where the plan names them. */
  Map<TypeRef, Place> outer() {
    Map<TypeRef, Place> outer = new LinkedHashMap<>();
    plan.concepts().stream()
        .flatMap(Concept::outer)
        .filter(this::isCompiled)
        .forEach(use -> outer.putIfAbsent(types.find(use).orElseThrow().type(), use.at()));
    return outer;
  }

  private Optional<Concept> part(Concept concept) {
    ShapeUse hub = concept.hub();
    boolean concerns = concept.outer().anyMatch(this::isCompiled);
    return concerns
        ? Optional.of(PlanPart.of(concept, use -> use.equals(hub) || isKnown(use)))
        : Optional.empty();
  }

  /** A type that is missing although its layer is compiled is a mistake, and stays. */
  private boolean isKnown(ShapeUse use) {
    return types.has(use) || isCompiled(use.layer());
  }

  private boolean isCompiled(ShapeUse use) {
    return types.find(use).filter(shape -> isCompiled(shape.type())).isPresent();
  }

  /** Whether a type is compiled; other types are on the class path. */
  boolean isCompiled(TypeRef type) {
    int nested = type.name().indexOf('.');
    String outermost = nested < 0 ? type.name() : type.name().substring(0, nested);
    String packageName = type.packageName();
    return compiled.contains(packageName.isEmpty() ? outermost : packageName + "." + outermost);
  }

  private boolean isCompiled(Layer layer) {
    return compiled.stream()
        .map(name -> name.substring(0, Math.max(0, name.lastIndexOf('.'))))
        .anyMatch(layer.packages()::hasPackage);
  }

  /** Whether another processor may still add a type, or members, that the plan needs. */
  boolean isIncomplete(Elements elements) {
    return whole.concepts().stream()
        .flatMap(concept -> concept.shapes().stream())
        .anyMatch(
            use ->
                types
                    .find(use)
                    .map(shape -> isIncomplete(shape, elements))
                    .orElseGet(() -> isCompiled(use.layer())));
  }

  private static boolean isIncomplete(Shape shape, Elements elements) {
    @Nullable TypeElement type = elements.getTypeElement(shape.type().qualifiedName());
    return shape.has(ShapeTrait.UNPROCESSED)
        || (type != null && shape.isAbstract() && isForTools(type))
        || (type != null
            && Stream.concat(
                    Stream.of(type.getSuperclass()),
                    ElementFilter.fieldsIn(type.getEnclosedElements()).stream()
                        .map(field -> field.asType()))
                .anyMatch(CompiledPart::isUnknown));
  }

  /** Whether a type has an annotation of which nothing is left when it runs (JLS §9.6.4.2). */
  private static boolean isForTools(TypeElement type) {
    return type.getAnnotationMirrors().stream()
        .map(annotation -> annotation.getAnnotationType().asElement())
        .map(annotation -> annotation.getAnnotation(Retention.class))
        .anyMatch(kept -> kept == null || kept.value() != RetentionPolicy.RUNTIME);
  }

  private static boolean isUnknown(TypeMirror type) {
    if (type instanceof ArrayType array) {
      return isUnknown(array.getComponentType());
    }
    return type.getKind() == TypeKind.ERROR
        || (type instanceof DeclaredType declared
            && declared.getTypeArguments().stream().anyMatch(CompiledPart::isUnknown));
  }
}
