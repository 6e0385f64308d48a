package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.HashSet;
import java.util.Set;

/** The types that concepts name, and those that these refer to. */
final class NamedTypes {

  private final Shapes shapes;
  private final Set<String> names = new HashSet<>();

  private NamedTypes(Shapes shapes) {
    this.shapes = shapes;
  }

  static NamedTypes of(Ledger ledger, Shapes shapes) {
    NamedTypes named = new NamedTypes(shapes);
    ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .forEach(
            shape -> {
              named.add(shape.shape());
              shape.parts().forEach(part -> named.add(part.field().type()));
            });
    return named;
  }

  boolean contains(TypeRef type) {
    return names.contains(type.qualifiedName());
  }

  /** The type, its supertypes, its enclosing types, and those of its fields. */
  private void add(Shape shape) {
    if (!names.add(shape.type().qualifiedName())) {
      return;
    }
    shape.supertypes().forEach(type -> names.add(type.qualifiedName()));
    String name = shape.type().name();
    for (int dot = name.lastIndexOf('.'); dot > 0; dot = name.lastIndexOf('.', dot - 1)) {
      names.add(TypeRef.of(shape.type().packageName(), name.substring(0, dot)).qualifiedName());
    }
    shape.fields().forEach(field -> add(field.type()));
    shape.permits().forEach(this::add);
  }

  private void add(TypeRef type) {
    type.arguments().forEach(this::add);
    TypeRef element = type.isArray() ? Container.held(type) : type;
    if (!element.packageName().startsWith("java.")) {
      shapes.find(element).ifPresent(this::add);
    }
  }
}
