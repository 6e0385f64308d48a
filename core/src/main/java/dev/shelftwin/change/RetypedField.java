package dev.shelftwin.change;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Gives a field another type in all types of a concept that have it. */
public final class RetypedField {

  private RetypedField() {}

  /**
   * The sources with the other type.
   *
   * @param only which types of the concept are changed
   * @param field the field's name in the hub
   * @param type its type there, with its packages
   * @throws InputException if there is no such field, or a source cannot be edited
   */
  public static ChangedSources in(
      ConceptLedger concept,
      Predicate<ResolvedShape> only,
      String field,
      TypeRef type,
      Ledger ledger,
      Shapes shapes) {
    ConceptSources sources = new ConceptSources(concept, ledger, shapes);
    TypeRef single = sources.field(field).type().present();
    concept
        .shapes()
        .filter(only)
        .forEach(shape -> retype(shape, sources.names(shape, field), single, type, sources));
    return sources.changed();
  }

  private static void retype(
      ResolvedShape shape,
      Set<String> names,
      TypeRef single,
      TypeRef type,
      ConceptSources sources) {
    if (names.size() > 1 || names.stream().anyMatch(name -> name.contains("."))) {
      sources.error(
          shape.shape().place(),
          shape.label() + " has the field in parts: " + String.join(", ", names),
          "change it there yourself, and leave the type out with --in");
      return;
    }
    for (String name : names) {
      TypeRef here =
          shape
              .shape()
              .field(name)
              .flatMap(old -> several(old.type().present(), single, type))
              .orElseGet(() -> sources.typeIn(shape, type));
      sources.edit(
          shape,
          source ->
              new FieldRetyper(source, name, shape.role(), sources.holdsRows(here)).retyped(here));
    }
  }

  /** Several of what there was one of, where that is all that changes. */
  private static Optional<TypeRef> several(TypeRef old, TypeRef single, TypeRef type) {
    boolean isSeveral =
        Container.of(type).isPresent()
            && Container.of(old).isEmpty()
            && Container.element(type).equals(single)
            && type.arguments().size() == 1;
    return isSeveral
        ? Optional.of(new TypeRef(type.packageName(), type.name(), List.of(old.boxed()), 0))
        : Optional.empty();
  }
}
