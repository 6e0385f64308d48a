package dev.shelftwin.rule;

import dev.shelftwin.document.ApiDocument;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Description;
import dev.shelftwin.plan.Layer;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A type that the layer's document does not describe, or a schema that describes no type. */
final class UndescribedType implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    Optional<ApiDocument> document = context.documents().of(layer);
    if (document.isEmpty()) {
      return Stream.empty();
    }
    Description description = layer.description().orElseThrow();
    List<ResolvedShape> shapes = context.shapesOf(layer).toList();
    return Stream.concat(
        shapes.stream()
            .filter(shape -> !shape.shape().isAbstract())
            .flatMap(shape -> undescribed(layer, description, document.get(), shape)),
        // What a broken reference was to use is not known.
        context.documents().errors(layer).isEmpty()
            ? unused(layer, description, document.get(), shapes)
            : Stream.empty());
  }

  private static Stream<RuleMatch> undescribed(
      Layer layer, Description description, ApiDocument document, ResolvedShape shape) {
    return description.schema(shape.use()).stream()
        .filter(name -> !document.names().contains(name))
        .map(
            name ->
                RuleMatch.of(
                    Finding.of(
                        RuleId.DOCUMENT_DRIFT,
                        layer.name(),
                        "%s has no schema %s, which %s needs."
                            .formatted(document.file().getFileName(), name, shape.shownName()),
                        shape.shape().place(),
                        Remedy.advice(
                            "describe it, or name its schema below 'schemas' of 'document'")),
                    layer));
  }

  /** Schemas that describe no type, and that no schema of a type refers to. */
  private static Stream<RuleMatch> unused(
      Layer layer, Description description, ApiDocument document, List<ResolvedShape> shapes) {
    Set<String> used = new HashSet<>();
    shapes.stream()
        .flatMap(shape -> description.schema(shape.use()).stream())
        .forEach(name -> used.addAll(document.usedBy(name)));
    return document.names().stream()
        .filter(name -> !used.contains(name))
        .map(
            name ->
                RuleMatch.of(
                    Finding.of(
                        RuleId.DOCUMENT_DRIFT,
                        layer.name(),
                        "The schema %s describes no type of the layer %s."
                            .formatted(name, layer.name()),
                        document.place(name),
                        Remedy.advice("remove it, or name the type below 'schemas' of 'document'")),
                    layer));
  }
}
