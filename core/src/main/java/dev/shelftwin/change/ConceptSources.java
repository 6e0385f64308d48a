package dev.shelftwin.change;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The sources of the types of a concept, which are edited one after the other. */
final class ConceptSources {

  private final Ledger ledger;
  private final Shapes shapes;
  private final ConceptLedger concept;
  private final Map<Path, ChangedSources.Changed> files = new LinkedHashMap<>();
  private final List<InputError> errors = new ArrayList<>();

  ConceptSources(ConceptLedger concept, Ledger ledger, Shapes shapes) {
    this.concept = concept;
    this.ledger = ledger;
    this.shapes = shapes;
  }

  /**
   * Edits the source of a type.
   *
   * @param edit gives the text of the file; empty if the source cannot be edited
   */
  void edit(ResolvedShape shape, Function<TypeSource, Optional<String>> edit) {
    Optional<Path> found = file(shape);
    if (found.isEmpty()) {
      return;
    }
    Shape declared = shape.shape();
    Path file = found.get();
    // Several types may stand in one file.
    ChangedSources.@Nullable Changed known = files.get(file);
    TypeSource source =
        known == null
            ? TypeSource.read(file, declared.type())
            : TypeSource.parse(file, known.after(), declared.type());
    Optional<String> after = edit.apply(source);
    String before = known == null ? source.text() : known.before();
    if (after.isEmpty()) {
      notDeclared(shape);
    }
    after.ifPresent(
        text ->
            files.put(
                file, new ChangedSources.Changed(declared.type().packageName(), before, text)));
  }

  /** The source of a type; an error if it has none. */
  Optional<Path> file(ResolvedShape shape) {
    Optional<Path> file = OwnSources.of(shape.shape());
    if (file.isEmpty()) {
      error(
          shape.shape().place(),
          shape.label() + " has no source that could be changed",
          "name its folder in 'code: sources', or leave the type out with --in");
    }
    return file;
  }

  void notDeclared(ResolvedShape shape) {
    error(
        shape.shape().place(),
        "the source of " + shape.label() + " does not declare the field itself",
        "change it there yourself, and leave the type out with --in");
  }

  void error(Place at, String message, String remedy) {
    errors.add(new InputError(at, message, remedy));
  }

  /**
   * The edited sources.
   *
   * @throws InputException if one of them could not be edited
   */
  ChangedSources changed() {
    if (!errors.isEmpty()) {
      throw new InputException(errors);
    }
    return new ChangedSources(files, List.of());
  }

  /** What a layer has for a type of the domain: a concept's own type, or the value of an object. */
  TypeRef typeIn(ResolvedShape shape, TypeRef type) {
    return shape.equals(concept.hub()) ? type : outside(shape, type);
  }

  private TypeRef outside(ResolvedShape shape, TypeRef whole) {
    if (Container.of(whole).isPresent()) {
      return new TypeRef(
          whole.packageName(),
          whole.name(),
          whole.arguments().stream().map(one -> outside(shape, one).boxed()).toList(),
          whole.dimensions());
    }
    Optional<TypeRef> ofConcept =
        ledger.concepts().stream()
            .filter(one -> one.hub().shape().type().erased().equals(whole.erased()))
            .flatMap(ConceptLedger::shapes)
            .filter(one -> one.layer().equals(shape.layer()))
            .map(one -> one.shape().type())
            .findFirst();
    return ofConcept.orElseGet(
        () -> shapes.find(whole).flatMap(ConceptSources::held).orElse(whole));
  }

  private static Optional<TypeRef> held(Shape shape) {
    List<Field> fields = shape.storedFields().toList();
    boolean isValue =
        fields.size() == 1
            && shape.kind() != Shape.Kind.ENUM
            && !shape.type().packageName().startsWith("java.");
    return isValue ? Optional.of(fields.get(0).type()) : Optional.empty();
  }

  /** Whether a type is a collection of entities. */
  boolean holdsRows(TypeRef type) {
    return Container.of(type).isPresent()
        && shapes.find(Container.element(type)).filter(Shape::isEntity).isPresent();
  }

  /**
   * The field of the hub.
   *
   * @throws InputException if it has no such field
   */
  Field field(String name) {
    List<String> known = concept.hub().shape().fields().stream().map(Field::name).toList();
    return concept
        .hub()
        .shape()
        .field(name)
        .orElseThrow(
            () ->
                new InputException(
                    Place.in(concept.name() + "." + name),
                    concept.name() + " has no field " + name,
                    Nearest.remedy(name, known)));
  }

  /** The names that the field has in a type; none if the type does not have it. */
  Set<String> names(ResolvedShape shape, String field) {
    if (shape.equals(concept.hub())) {
      return Set.of(field);
    }
    Set<String> names = new LinkedHashSet<>();
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().outer().equals(shape)) {
        boolean inward = hop.hop().inward();
        for (FieldMapping mapping : hop.mappings()) {
          Stream<Field> inside = inward ? mapping.target().stream() : mapping.sources().stream();
          if (inside.anyMatch(one -> isOrIsPartOf(one.name(), field))) {
            Stream<Field> outside = inward ? mapping.sources().stream() : mapping.target().stream();
            outside.map(Field::name).forEach(names::add);
          }
        }
      }
    }
    return names;
  }

  private static boolean isOrIsPartOf(String name, String field) {
    return name.equals(field) || name.startsWith(field + ".");
  }
}
