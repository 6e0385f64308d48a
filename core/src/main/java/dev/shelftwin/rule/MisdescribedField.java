package dev.shelftwin.rule;

import dev.shelftwin.document.ApiDocument;
import dev.shelftwin.document.ApiSchema;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Description;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Place;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A field that the document of its layer describes otherwise than the code. */
final class MisdescribedField implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    Description description = layer.description().orElse(null);
    Optional<ApiDocument> document = context.documents().of(layer);
    if (description == null || document.isEmpty()) {
      return Stream.empty();
    }
    return context
        .concepts()
        .flatMap(
            concept ->
                concept
                    .shapes()
                    .filter(shape -> shape.layer().equals(layer) && !shape.shape().isAbstract())
                    .flatMap(
                        shape ->
                            description.schema(shape.use()).flatMap(document.get()::schema).stream()
                                .flatMap(schema -> of(concept, shape, schema, context))));
  }

  private static Stream<RuleMatch> of(
      ConceptLedger concept, ResolvedShape shape, ApiSchema schema, RuleContext context) {
    if (schema.isOpen()) {
      return Stream.empty();
    }
    Map<String, ApiSchema> properties = schema.properties();
    Set<String> described = new HashSet<>();
    Stream.Builder<RuleMatch> matches = Stream.builder();
    for (Field field : shape.shape().fields()) {
      Optional<String> property = property(field, schema);
      property.ifPresent(described::add);
      Optional<ApiSchema> own = property.map(properties::get);
      boolean required = property.filter(schema.required()::contains).isPresent();
      List<String> differences =
          own.map(one -> new DescribedField(shape, field, context).differences(one, required))
              .orElseGet(() -> undescribed(shape, field));
      Place at = own.orElse(schema).place();
      differences.forEach(message -> matches.add(match(concept, shape, field, message, at)));
    }
    for (Map.Entry<String, ApiSchema> property : properties.entrySet()) {
      if (!described.contains(property.getKey())) {
        boolean required = schema.required().contains(property.getKey());
        surplus(shape, property, required)
            .ifPresent(message -> matches.add(match(concept, shape, message, property.getValue())));
      }
    }
    return matches.build();
  }

  /** The property of a field: by its name in JSON; if it has none, in another spelling too. */
  private static Optional<String> property(Field field, ApiSchema schema) {
    Optional<String> named = field.externalName();
    return named.isPresent()
        ? named.filter(schema.properties()::containsKey)
        : schema.property(field.name());
  }

  private static List<String> undescribed(ResolvedShape shape, Field field) {
    boolean inDocuments = field.stored() && !field.has(FieldTrait.OMITTED_FROM_DOCUMENTS);
    return inDocuments
        ? List.of(
            "The document has no property for "
                + shape.path(field)
                + (shape.use().direction().goesOut() ? ", which is sent." : ", which is read."))
        : List.of();
  }

  /** A property without a field: lost on the way in, missing on the way out if it is required. */
  private static Optional<String> surplus(
      ResolvedShape shape, Map.Entry<String, ApiSchema> property, boolean required) {
    String start = "The document describes '" + property.getKey() + "', ";
    if (shape.use().direction().goesIn() && !property.getValue().isReadOnly()) {
      return Optional.of(start + "and " + shape.shownName() + " does not read it.");
    }
    if (shape.use().direction().goesOut() && required && !property.getValue().isWriteOnly()) {
      return Optional.of(
          start + "and requires it, and " + shape.shownName() + " does not send it.");
    }
    return Optional.empty();
  }

  private static RuleMatch match(
      ConceptLedger concept, ResolvedShape shape, Field field, String message, Place at) {
    Remedy accept =
        new PlanRows(concept).accept(RuleId.DOCUMENT_MISMATCH, shape, field, "why they differ");
    return new Matches(RuleId.DOCUMENT_MISMATCH, concept)
        .ofField(
            shape,
            field,
            message,
            List.of(Remedy.advice("correct the document (" + at + ") or the type"), accept));
  }

  private static RuleMatch match(
      ConceptLedger concept, ResolvedShape shape, String message, ApiSchema property) {
    return new Matches(RuleId.DOCUMENT_MISMATCH, concept)
        .ofShape(
            shape,
            message,
            List.of(Remedy.advice("correct the document or the type")),
            property.place());
  }
}
