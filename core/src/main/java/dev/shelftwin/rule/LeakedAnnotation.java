package dev.shelftwin.rule;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * A persistence annotation on a type or field outside the persistence layer, inherited ones
 * included, and a document annotation in the domain.
 */
final class LeakedAnnotation implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return concept
        .shapes()
        .filter(shape -> shape.role() != Role.PERSISTENCE)
        .flatMap(
            shape ->
                Stream.concat(onType(concept, shape, context), onFields(concept, shape, context)));
  }

  /** On the type itself and on its supertypes. */
  private static Stream<RuleMatch> onType(
      ConceptLedger concept, ResolvedShape shape, RuleContext context) {
    Stream<Shape> supertypes =
        shape.shape().supertypes().stream()
            .sorted(Comparator.comparing(TypeRef::qualifiedName))
            .flatMap(type -> context.shapes().find(type).stream());
    return Stream.concat(Stream.of(shape.shape()), supertypes)
        .flatMap(
            declaring ->
                leaks(declaring.annotations(), shape, context)
                    .map(annotation -> onType(concept, shape, declaring, annotation)));
  }

  private static RuleMatch onType(
      ConceptLedger concept, ResolvedShape shape, Shape declaring, TypeRef annotation) {
    String inherited =
        declaring.equals(shape.shape())
            ? ""
            : ", inherited from " + declaring.type().qualifiedName();
    return new Matches(RuleId.LEAKED_ANNOTATION, concept)
        .ofShape(
            shape,
            shape.shownName() + has(annotation) + inherited + ".",
            List.of(remedy(annotation)),
            shape.shape().place());
  }

  private static Stream<RuleMatch> onFields(
      ConceptLedger concept, ResolvedShape shape, RuleContext context) {
    return shape.shape().fields().stream()
        .flatMap(
            field ->
                leaks(field.annotations(), shape, context)
                    .map(annotation -> onField(concept, shape, field, annotation)));
  }

  private static RuleMatch onField(
      ConceptLedger concept, ResolvedShape shape, Field field, TypeRef annotation) {
    Remedy accept =
        new PlanRows(concept).accept(RuleId.LEAKED_ANNOTATION, shape, field, "why it may be here");
    return new Matches(RuleId.LEAKED_ANNOTATION, concept)
        .ofField(
            shape,
            field,
            shape.path(field) + has(annotation) + ".",
            List.of(remedy(annotation), accept));
  }

  /** The predicate of a message whose subject is the annotated element. */
  private static String has(TypeRef annotation) {
    String kind = Frameworks.isForDocuments(annotation) ? "document" : "persistence";
    return " has the " + kind + " annotation " + annotation.qualifiedName();
  }

  static Remedy remedy(TypeRef annotation) {
    return Remedy.advice(
        Frameworks.isForDocuments(annotation)
            ? "remove it, or move it to a transfer type"
            : "remove it, or move it to a type of the persistence layer");
  }

  private static Stream<TypeRef> leaks(
      List<String> annotations, ResolvedShape shape, RuleContext context) {
    return annotations.stream()
        .map(LeakedAnnotation::type)
        .filter(
            type ->
                context.isPersistenceProduct(type)
                    || (shape.role() == Role.DOMAIN && Frameworks.isForDocuments(type)));
  }

  private static TypeRef type(String name) {
    int dot = name.lastIndexOf('.');
    return TypeRef.of(name.substring(0, Math.max(0, dot)), name.substring(dot + 1));
  }
}
