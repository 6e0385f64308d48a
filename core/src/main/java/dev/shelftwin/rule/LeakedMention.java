package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Reference;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A class outside the store that mentions a persistence standard or a provider anywhere: in a
 * signature, in {@code throws}, in a body; and a class of the domain that mentions annotations of
 * the wire. What the fields of mapped types hold is told by the rules about fields.
 */
final class LeakedMention {

  private LeakedMention() {}

  static List<Finding> check(Stage stage) {
    Set<String> mapped = new HashSet<>();
    stage.ledger().concepts().stream()
        .flatMap(ConceptLedger::stations)
        .forEach(station -> mapped.add(station.shape().type().qualifiedName()));
    List<Finding> findings = new ArrayList<>();
    for (Layer layer : stage.ledger().plan().layers()) {
      Set<List<TypeRef>> told = new HashSet<>();
      if (layer.role() != Role.PERSISTENCE && !stage.isShared(layer)) {
        stage.references().in(layer.packageName()).stream()
            .filter(reference -> isLeak(reference, layer, stage))
            .filter(reference -> !isToldOfFields(reference, mapped, stage))
            .filter(reference -> !stage.isKnown(layer, reference.to()))
            .filter(reference -> told.add(List.of(reference.from(), reference.to())))
            .forEach(reference -> findings.add(finding(reference, layer, stage)));
      }
    }
    return findings;
  }

  private static boolean isLeak(Reference reference, Layer layer, Stage stage) {
    boolean inside = stage.layerOf(reference.from()).equals(Optional.of(layer));
    return inside
        && (stage.isOfAProduct(reference.to())
            || (layer.role() == Role.DOMAIN && Stage.isOfTheWire(reference.to())));
  }

  /**
   * The rules about fields see the fields and annotations of mapped types, with the plan's rows.
   */
  private static boolean isToldOfFields(Reference reference, Set<String> mapped, Stage stage) {
    String from = reference.from().qualifiedName();
    return mapped.contains(from)
        && stage.shapes().find(reference.from()).stream()
            .anyMatch(
                shape ->
                    shape.annotations().contains(reference.to().qualifiedName())
                        || shape.fields().stream()
                            .anyMatch(
                                field ->
                                    field.annotations().contains(reference.to().qualifiedName())
                                        || mentions(field.type(), reference.to())));
  }

  private static boolean mentions(TypeRef type, TypeRef other) {
    return type.qualifiedName().equals(other.qualifiedName())
        || type.arguments().stream().anyMatch(argument -> mentions(argument, other));
  }

  private static Finding finding(Reference reference, Layer layer, Stage stage) {
    TypeRef to = reference.to();
    boolean annotation =
        stage.shapes().find(to).filter(shape -> shape.kind() == Shape.Kind.ANNOTATION).isPresent();
    String where = reference.member().isEmpty() ? "" : ", in " + LayerBreach.member(reference);
    Remedy known =
        Remedy.advice(
            "or let the layer know it: 'knows: { "
                + to.qualifiedName()
                + ": \"why\" }' below "
                + layer.name()
                + " at line "
                + layer.at().line());
    return new Finding(
        annotation ? RuleId.LEAKED_ANNOTATION : RuleId.LEAKED_TYPE,
        layer.name(),
        Optional.empty(),
        Optional.of(reference.from() + " -> " + to),
        annotation
            ? reference.from() + LeakedAnnotation.has(to) + where
            : reference.from() + " mentions the store's " + to.qualifiedName() + where,
        List.of(
            annotation
                ? LeakedAnnotation.remedy(to)
                : Remedy.advice("let the store turn it into something of the layer's own"),
            known),
        stage.references().place(reference));
  }
}
