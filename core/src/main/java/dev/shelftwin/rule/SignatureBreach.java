package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Signatures;
import dev.shelftwin.shape.ClassDependency;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A public signature around the layers that uses a layer which the plan does not allow there. */
final class SignatureBreach implements Rule.Check<Ledger> {

  @Override
  public Stream<RuleMatch> of(Ledger ledger, RuleContext context) {
    return context.plan().signatures().stream().flatMap(around -> of(around, context));
  }

  private static Stream<RuleMatch> of(Signatures around, RuleContext context) {
    Stream<RuleMatch> breaches =
        context.dependencies().in(around.packageName()).stream()
            .filter(ClassDependency::exposed)
            .filter(
                dependency ->
                    context
                        .layerOf(dependency.to())
                        .filter(layer -> isBreach(around, dependency, layer, context))
                        .isPresent())
            .map(dependency -> match(around, dependency, context));
    Stream<RuleMatch> unread =
        UnreadCode.of(List.of(around.packageName()), around.packageName(), around.at(), context);
    return Stream.concat(breaches, unread);
  }

  private static boolean isBreach(
      Signatures around, ClassDependency dependency, Layer used, RuleContext context) {
    return !context.sharesPackage(used)
        && !around.mentions().contains(used.name())
        && context.layerOf(dependency.from()).filter(used::equals).isEmpty();
  }

  private static RuleMatch match(
      Signatures around, ClassDependency dependency, RuleContext context) {
    String message =
        "%s exposes %s%s. Public signatures in %s may use only the layers: %s."
            .formatted(
                dependency.from(),
                dependency.to().qualifiedName(),
                ClassUses.where(dependency),
                around.packageName(),
                String.join(", ", around.mentions()));
    return RuleMatch.of(
        new Finding(
            RuleId.LAYER_BREACH,
            around.packageName(),
            Optional.empty(),
            Optional.of(ClassUses.id(dependency.from(), dependency.to())),
            message,
            List.of(
                Remedy.advice("use types of the allowed layers in the signature"),
                Remedy.advice(
                    "or add the layer to '"
                        + around.packageName()
                        + "' in 'signatures' at line "
                        + around.at().line())),
            context.dependencies().place(dependency)));
  }
}
