package dev.shelftwin.rule;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A class outside the persistence layer that uses a persistence standard or provider in a signature
 * or body, and a class of the domain that uses document annotations. The fields and annotations of
 * mapped types have rules of their own.
 */
final class LeakedDependency implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    if (layer.role() == Role.PERSISTENCE || context.sharesPackage(layer)) {
      return Stream.empty();
    }
    Set<String> mapped =
        context.ledger().concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .map(shape -> shape.shape().type().qualifiedName())
            .collect(Collectors.toSet());
    Stream<ClassDependency> leaks =
        context
            .dependenciesOf(layer)
            .filter(dependency -> isLeak(dependency, layer, context))
            .filter(
                dependency ->
                    !mapped.contains(dependency.from().qualifiedName())
                        || !isDeclared(dependency, context))
            .filter(dependency -> !RuleContext.isAllowed(layer, dependency.to()));
    return ClassUses.byClass(leaks, use -> kind(use, context))
        .map(uses -> match(uses, layer, context));
  }

  /** What uses of one finding have in common. */
  private static String kind(ClassDependency use, RuleContext context) {
    String what = Frameworks.isForDocuments(use.to()) ? "document" : "persistence";
    return what + (isAnnotation(use.to(), context) ? " annotation" : " type");
  }

  private static boolean isAnnotation(TypeRef type, RuleContext context) {
    return context
        .shapes()
        .find(type)
        .filter(shape -> shape.kind() == Shape.Kind.ANNOTATION)
        .isPresent();
  }

  private static boolean isLeak(ClassDependency dependency, Layer layer, RuleContext context) {
    TypeRef to = dependency.to();
    // What an annotation nests is used in that annotation, which is reported itself.
    boolean forDocuments = Frameworks.isForDocuments(to) && to.name().indexOf('.') < 0;
    return context.isPersistenceProduct(to) || (layer.role() == Role.DOMAIN && forDocuments);
  }

  /** Whether a field or annotation of the using class has the type. */
  private static boolean isDeclared(ClassDependency dependency, RuleContext context) {
    String used = dependency.to().qualifiedName();
    return context.shapes().find(dependency.from()).stream()
        .anyMatch(
            shape ->
                shape.annotations().contains(used)
                    || shape.fields().stream()
                        .anyMatch(
                            field ->
                                field.annotations().contains(used)
                                    || mentions(field.type(), dependency.to())));
  }

  private static boolean mentions(TypeRef type, TypeRef other) {
    return type.qualifiedName().equals(other.qualifiedName())
        || type.arguments().stream().anyMatch(argument -> mentions(argument, other));
  }

  private static RuleMatch match(ClassUses uses, Layer layer, RuleContext context) {
    ClassDependency first = uses.first();
    String kind = kind(first, context);
    boolean annotation = isAnnotation(first.to(), context);
    String verb = annotation ? " has " : " uses ";
    String what = uses.isOne() ? "the " + kind + " " : uses.all().size() + " " + kind + "s: ";
    Remedy remedy =
        annotation
            ? LeakedAnnotation.remedy(first.to())
            : Remedy.advice("let the layer that it belongs to convert it to a type of this layer");
    return RuleMatch.of(
        new Finding(
            annotation ? RuleId.LEAKED_ANNOTATION : RuleId.LEAKED_TYPE,
            layer.name(),
            Optional.empty(),
            Optional.of(uses.id()),
            first.from() + verb + what + uses.types() + ".",
            List.of(remedy, uses.allow(layer)),
            context.dependencies().place(first)),
        layer);
  }
}
