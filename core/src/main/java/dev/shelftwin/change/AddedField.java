package dev.shelftwin.change;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;
import java.util.function.Predicate;

/** Adds a field to the types of a concept, in each in the type that its layer has for it. */
public final class AddedField {

  private final ConceptSources sources;
  private final FieldDescription field;
  private final TypeRef type;

  private AddedField(ConceptSources sources, FieldDescription field, TypeRef type) {
    this.sources = sources;
    this.field = field;
    this.type = type;
  }

  /**
   * The sources with the field.
   *
   * @param only which types of the concept get it
   * @param type the field's type in the domain, with its packages
   * @throws dev.shelftwin.finding.InputException if a type has the field, has no source, or cannot
   *     be edited
   */
  public static ChangedSources to(
      ConceptLedger concept,
      Predicate<ResolvedShape> only,
      FieldDescription field,
      TypeRef type,
      Ledger ledger,
      Shapes shapes) {
    ConceptSources sources = new ConceptSources(concept, ledger, shapes);
    AddedField added = new AddedField(sources, field, type);
    concept.shapes().filter(only).forEach(added::add);
    return sources.changed();
  }

  private void add(ResolvedShape shape) {
    String name = field.name().value();
    Shape declared = shape.shape();
    Place place = declared.place();
    if (declared.field(name).isPresent()) {
      sources.error(
          place, shape.label() + " has the field " + name + " already", "give it another name");
    } else if (declared.kind() == Shape.Kind.ENUM || declared.kind() == Shape.Kind.ANNOTATION) {
      sources.error(
          place,
          "a field cannot be added to "
              + shape.label()
              + ", which is no class, record or interface",
          "add it there yourself, and leave the type out with --in");
    } else {
      TypeRef here = sources.typeIn(shape, type);
      NewField added = new NewField(name, here, form(shape), field.limits());
      boolean holdsRows = sources.holdsRows(here);
      sources.edit(
          shape,
          source -> Optional.of(new FieldAdder(source, shape.role(), holdsRows).added(added)));
    }
  }

  private NewField.Form form(ResolvedShape shape) {
    if (shape.use().direction() == Direction.CHANGE) {
      return field.optional() ? NewField.Form.OPTIONAL : NewField.Form.NULLABLE;
    }
    if (!field.optional()) {
      return NewField.Form.REQUIRED;
    }
    return shape.role() == Role.DOMAIN ? NewField.Form.OPTIONAL : NewField.Form.NULLABLE;
  }
}
