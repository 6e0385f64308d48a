package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A type in a layer's package that holds values, that no concept names and that nothing named leads
 * to: perhaps it was forgotten. Types that only compute are no business of a plan.
 */
final class UnnamedType {

  private final Stage stage;
  private final Set<String> reached = new HashSet<>();

  private UnnamedType(Stage stage) {
    this.stage = stage;
  }

  static List<Finding> check(Stage stage) {
    return new UnnamedType(stage).check();
  }

  private List<Finding> check() {
    stage.ledger().concepts().stream()
        .flatMap(ConceptLedger::stations)
        .forEach(
            station -> {
              reach(station.shape());
              station.parts().forEach(part -> reach(part.field().type()));
            });
    List<Finding> findings = new ArrayList<>();
    if (!stage.ledger().unknownNames().isEmpty()) {
      return findings; // a misspelled name leaves its type to nobody
    }
    for (Layer layer : stage.ledger().plan().layers()) {
      if (!stage.isShared(layer)) {
        Set<String> used = new HashSet<>();
        stage.shapes().namesIn(layer.packageName()).stream()
            .sorted()
            .map(name -> TypeRef.of(layer.packageName(), name))
            .filter(type -> !reached.contains(type.qualifiedName()))
            .flatMap(type -> stage.shapes().find(type).stream())
            .filter(UnnamedType::holdsValues)
            .filter(shape -> !isLeft(layer, shape, used))
            .forEach(shape -> findings.add(finding(layer, shape)));
        layer.rules().apart().entrySet().stream()
            .filter(left -> !used.contains(left.getKey()))
            .forEach(left -> findings.add(stale(layer, left)));
      }
    }
    return findings;
  }

  /** The type, those it extends, those it stands in, and those of its fields. */
  private void reach(Shape shape) {
    if (!reached.add(shape.type().qualifiedName())) {
      return;
    }
    shape.supertypes().forEach(type -> reached.add(type.qualifiedName()));
    String name = shape.type().name();
    for (int dot = name.lastIndexOf('.'); dot > 0; dot = name.lastIndexOf('.', dot - 1)) {
      reached.add(TypeRef.of(shape.type().packageName(), name.substring(0, dot)).qualifiedName());
    }
    shape.fields().stream().map(Field::type).forEach(this::reach);
    shape.permits().forEach(this::reach);
  }

  private void reach(TypeRef type) {
    type.arguments().forEach(this::reach);
    TypeRef held = type.isArray() ? Container.held(type) : type;
    if (!held.packageName().startsWith("java.")) {
      stage.shapes().find(held).ifPresent(this::reach);
    }
  }

  private static boolean holdsValues(Shape shape) {
    List<Field> fields = shape.storedFields().toList();
    boolean open =
        !fields.isEmpty()
            && fields.stream().allMatch(UnnamedType::isOpen)
            && !shape.type().name().endsWith("Exception");
    return shape.isEntity()
        || (open
            && (shape.kind() == Shape.Kind.RECORD
                || (shape.kind() == Shape.Kind.CLASS && fields.size() > 1)));
  }

  private static boolean isOpen(Field field) {
    return field.reader().filter(access -> access.visibility() == Visibility.PUBLIC).isPresent();
  }

  private static boolean isLeft(Layer layer, Shape shape, Set<String> used) {
    boolean left = layer.rules().apart().containsKey(shape.type().name());
    if (left) {
      used.add(shape.type().name());
    }
    return left;
  }

  private static Finding finding(Layer layer, Shape shape) {
    return finding(
        RuleId.UNNAMED_TYPE,
        layer,
        shape.type().name() + " is in the package of " + layer.name() + ", and no concept names it",
        List.of(
            Remedy.advice("name it in a concept"),
            Remedy.advice(
                "or say why not: 'apart: { "
                    + shape.type().name()
                    + ": \"why\" }' below "
                    + layer.name()
                    + " at line "
                    + layer.at().line())),
        shape.place());
  }

  private static Finding stale(Layer layer, Map.Entry<String, Text> left) {
    return finding(
        RuleId.STALE_ROW,
        layer,
        "the package of " + layer.name() + " has no " + left.getKey() + " that would be missed",
        List.of(Remedy.advice("take it out of 'apart'")),
        left.getValue().at());
  }

  private static Finding finding(
      RuleId rule, Layer layer, String message, List<Remedy> remedies, Place at) {
    return new Finding(
        rule, layer.name(), Optional.empty(), Optional.empty(), message, remedies, at);
  }
}
