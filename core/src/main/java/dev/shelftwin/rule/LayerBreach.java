package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A class that uses a layer which it must not depend on. The domain depends on no other layer; the
 * others depend on the domain alone. Mappers of the plan may use the types that they map.
 */
final class LayerBreach implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    if (context.sharesPackage(layer)) {
      return Stream.empty();
    }
    Set<String> directMappers = directMappers(context);
    Set<FieldId> leakedTypes = leakedTypes(context);
    Stream<ClassDependency> breaches =
        context
            .dependenciesOf(layer)
            .filter(
                dependency ->
                    context
                        .layerOf(dependency.to())
                        .filter(used -> !mayUse(layer, used, context))
                        .isPresent())
            .filter(dependency -> !isBeside(dependency))
            .filter(dependency -> !RuleContext.isAllowed(layer, dependency.to()))
            .filter(dependency -> !directMappers.contains(dependency.from().qualifiedName()))
            .filter(
                dependency ->
                    !leakedTypes.contains(ClassUses.id(dependency.from(), dependency.to())));
    Stream<RuleMatch> unread =
        UnreadCode.of(layer.packages().roots(), layer.name(), layer.at(), context);
    return Stream.concat(
        ClassUses.byClass(breaches, use -> context.layerOf(use.to()).orElseThrow())
            .map(uses -> match(layer, uses, context)),
        unread);
  }

  /** Types of one package are not kept apart. */
  private static boolean isBeside(ClassDependency dependency) {
    return dependency.from().packageName().equals(dependency.to().packageName());
  }

  private static boolean mayUse(Layer from, Layer to, RuleContext context) {
    return from.equals(to)
        || (from.role() == Role.PERSISTENCE && to.role() == Role.PERSISTENCE)
        || to.role() == Role.DOMAIN
        || context.sharesPackage(to)
        || (context.hasNoDomain() && from.role() == Role.TRANSFER && to.role() == Role.PERSISTENCE);
  }

  /** Persistence types in the fields of mapped types have a rule of their own. */
  private static Set<FieldId> leakedTypes(RuleContext context) {
    Set<FieldId> leaked = new HashSet<>();
    context.ledger().concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .filter(shape -> shape.role() != Role.PERSISTENCE)
        .forEach(
            shape ->
                LeakedType.of(shape, context)
                    .forEach(type -> leaked.add(ClassUses.id(topLevel(shape), type.erased()))));
    return leaked;
  }

  /** Dependencies are those of top-level classes. */
  private static TypeRef topLevel(ResolvedShape shape) {
    TypeRef type = shape.shape().type();
    int dot = type.name().indexOf('.');
    return TypeRef.of(type.packageName(), dot < 0 ? type.name() : type.name().substring(0, dot));
  }

  /** Mappers from rows to responses without the domain use both. */
  private static Set<String> directMappers(RuleContext context) {
    return context.ledger().mappers().stream()
        .filter(mapper -> mapper.hops().stream().anyMatch(hop -> hop.hop().isDirect()))
        .map(MapperPlan::qualifiedName)
        .collect(Collectors.toSet());
  }

  private static RuleMatch match(Layer layer, ClassUses uses, RuleContext context) {
    ClassDependency first = uses.first();
    String used = context.layerOf(first.to()).map(Layer::name).orElseThrow();
    String count = uses.isOne() ? "" : uses.all().size() + " types of the layer " + used + ": ";
    String message =
        "%s uses %s%s. The layer %s must not depend on %s."
            .formatted(first.from(), count, uses.types(), layer.name(), used);
    return RuleMatch.of(
        new Finding(
            RuleId.LAYER_BREACH,
            layer.name(),
            Optional.empty(),
            Optional.of(uses.id()),
            message,
            List.of(
                Remedy.advice("pass what it needs from outside, in types of its own layer"),
                uses.allow(layer)),
            context.dependencies().place(first)),
        layer);
  }
}
