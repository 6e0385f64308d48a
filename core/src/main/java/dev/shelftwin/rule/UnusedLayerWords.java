package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.stream.Stream;

/** An allowed type or a field default of a layer that has no effect. */
final class UnusedLayerWords implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    return Stream.concat(allowedTypes(layer, context), fields(layer, context));
  }

  /** Only if all classes of the layer could be read. */
  private static Stream<RuleMatch> allowedTypes(Layer layer, RuleContext context) {
    boolean read =
        context.dependencies().exist()
            && !context.sharesPackage(layer)
            && UnreadCode.of(layer.packages().roots(), layer.name(), layer.at(), context)
                .findAny()
                .isEmpty();
    if (!read || layer.rules().allowedTypes().isEmpty()) {
      return Stream.empty();
    }
    List<ClassDependency> dependencies = context.dependenciesOf(layer).toList();
    return layer.rules().allowedTypes().entrySet().stream()
        .filter(
            allowed ->
                dependencies.stream()
                    .noneMatch(
                        dependency ->
                            RuleContext.isWithin(
                                dependency.to().qualifiedName(), allowed.getKey())))
        .map(
            allowed ->
                match(
                    layer,
                    "No class of the layer " + layer.name() + " uses " + allowed.getKey() + ".",
                    "remove it from 'allowed-types'",
                    allowed.getValue().at()));
  }

  private static Stream<RuleMatch> fields(Layer layer, RuleContext context) {
    return layer.defaults().fields().stream()
        .filter(field -> context.concepts().noneMatch(concept -> concept.words().contains(field)))
        .map(
            field ->
                match(
                    layer,
                    "The default for the field "
                        + field.field()
                        + " of the layer "
                        + layer.name()
                        + " has no effect.",
                    "remove it",
                    field.at()));
  }

  private static RuleMatch match(Layer layer, String message, String advice, Place at) {
    return RuleMatch.of(
        Finding.of(RuleId.STALE_ROW, layer.name(), message, at, Remedy.advice(advice)), layer);
  }
}
