package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Visibility;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A type in a layer's package that holds values, but that no concept names and no named type refers
 * to: perhaps it was forgotten. Types that only compute do not belong in a plan.
 */
final class UnnamedType implements Rule.Check<Ledger> {

  @Override
  public Stream<RuleMatch> of(Ledger ledger, RuleContext context) {
    // A misspelled name in the plan would leave its type unnamed.
    if (!ledger.unknownNames().isEmpty()) {
      return Stream.empty();
    }
    NamedTypes named = NamedTypes.of(ledger, context.shapes());
    return context.plan().layers().stream()
        .filter(layer -> !context.sharesPackage(layer))
        .flatMap(
            layer -> {
              List<Shape> unnamed = unnamed(layer, named, context);
              Set<String> names =
                  unnamed.stream().map(shape -> shape.type().name()).collect(Collectors.toSet());
              return Stream.concat(
                  unnamed.stream()
                      .filter(shape -> !isUnlisted(layer, shape))
                      .filter(
                          shape -> context.layerOf(shape.type()).filter(layer::equals).isPresent())
                      .map(shape -> match(layer, shape)),
                  layer.rules().unlistedTypes().entrySet().stream()
                      .filter(unlisted -> !names.contains(unlisted.getKey()))
                      .map(unlisted -> stale(layer, unlisted.getKey(), unlisted.getValue())));
            });
  }

  private static List<Shape> unnamed(Layer layer, NamedTypes named, RuleContext context) {
    return context
        .layerTypes()
        .types(layer)
        .filter(type -> !named.contains(type))
        .flatMap(type -> context.shapes().find(type).stream())
        .filter(UnnamedType::holdsValues)
        .filter(shape -> !context.shapes().isImplementation(shape))
        .sorted(Comparator.comparing(shape -> shape.type().qualifiedName()))
        .toList();
  }

  private static boolean holdsValues(Shape shape) {
    List<Field> fields = shape.storedFields().toList();
    boolean readable =
        !fields.isEmpty()
            && fields.stream().allMatch(UnnamedType::isReadable)
            && !shape.type().name().endsWith("Exception");
    boolean dataType =
        shape.kind() == Shape.Kind.RECORD
            || (shape.kind() == Shape.Kind.CLASS && fields.size() > 1);
    return shape.isEntity() || (readable && dataType);
  }

  private static boolean isReadable(Field field) {
    return field.reader().filter(access -> access.visibility() == Visibility.PUBLIC).isPresent();
  }

  private static boolean isUnlisted(Layer layer, Shape shape) {
    return layer.rules().unlistedTypes().containsKey(shape.type().name());
  }

  private static RuleMatch match(Layer layer, Shape shape) {
    String name = shape.type().name();
    return RuleMatch.of(
        new Finding(
            RuleId.UNNAMED_TYPE,
            layer.name(),
            Optional.empty(),
            Optional.of(FieldId.ofType(name)),
            name + " is in a package of the layer " + layer.name() + ", but no concept names it.",
            List.of(
                Remedy.advice("name it in a concept"),
                Remedy.advice(
                    "or say why not: add 'unlisted-types: { "
                        + name
                        + ": \"why\" }' to the layer at line "
                        + layer.at().line())),
            shape.place()),
        layer);
  }

  private static RuleMatch stale(Layer layer, String name, Text reason) {
    return RuleMatch.of(
        Finding.of(
            RuleId.STALE_ROW,
            layer.name(),
            "The layer "
                + layer.name()
                + " has no type "
                + name
                + " that a concept would have to name.",
            reason.at(),
            Remedy.advice("remove it from 'unlisted-types'")),
        layer);
  }
}
