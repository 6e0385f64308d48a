package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * What the concepts of a plan do with each other's rows: which rows are child rows of others, and
 * which fields of a shared row each concept maps.
 *
 * @param children pairs of parent and child rows
 * @param mapped the concepts that map a field of a row
 */
record RowRelations(Set<Child> children, Map<RowField, SortedSet<String>> mapped) {

  /** No relations are known yet. */
  static final RowRelations NONE = new RowRelations(Set.of(), Map.of());

  /** A row type whose objects are stored as parts of the objects of another row type. */
  record Child(String parent, String child) {}

  /** A field of a row type. */
  record RowField(String row, String field) {}

  /** The relations that follow from the mappings of all concepts. */
  static RowRelations of(List<ConceptLedger> concepts) {
    Set<Child> children = new HashSet<>();
    Map<RowField, SortedSet<String>> mapped = new HashMap<>();
    for (ConceptLedger concept : concepts) {
      for (HopLedger hop : concept.hops()) {
        children(hop).forEach(children::add);
        mapped(hop)
            .forEach(
                field -> mapped.computeIfAbsent(field, key -> new TreeSet<>()).add(concept.name()));
      }
    }
    return new RowRelations(children, mapped);
  }

  /** A row is a child of the row whose mapper creates it, or that holds it in a collection. */
  private static Stream<Child> children(HopLedger ledger) {
    ResolvedShape from = ledger.hop().from();
    ResolvedShape to = ledger.hop().to();
    Stream<Child> created =
        to.role() == Role.PERSISTENCE
            ? calls(ofFields(ledger)).flatMap(call -> children(to, call.to()))
            : Stream.empty();
    Stream<Child> held =
        from.role() == Role.PERSISTENCE
            ? ofFields(ledger)
                .filter(Operation.EachElement.class::isInstance)
                .flatMap(each -> calls(((Operation.EachElement) each).elements().operations()))
                .flatMap(call -> children(from, call.from()))
            : Stream.empty();
    return Stream.concat(created, held);
  }

  /** The operations for values of a row; its subtypes are no parts of it. */
  private static Stream<Operation> ofFields(HopLedger ledger) {
    return ledger.family().isEmpty() ? ledger.operations() : Stream.empty();
  }

  private static Stream<Operation.CallMapper> calls(Stream<Operation> operations) {
    return operations
        .filter(Operation.CallMapper.class::isInstance)
        .map(Operation.CallMapper.class::cast);
  }

  /** A child may know its parent as a type that the parent's own type extends. */
  private static Stream<Child> children(ResolvedShape parent, TypeRef child) {
    Shape shape = parent.shape();
    return Stream.concat(Stream.of(shape.type()), shape.supertypes().stream())
        .map(type -> new Child(type.qualifiedName(), child.qualifiedName()));
  }

  private static Stream<RowField> mapped(HopLedger ledger) {
    return ledger.mappings().stream()
        .filter(FieldMapping::isCarried)
        .flatMap(
            mapping ->
                Stream.concat(
                    fields(ledger.hop().from(), mapping.sources().stream()),
                    fields(ledger.hop().to(), mapping.target().stream())));
  }

  private static Stream<RowField> fields(ResolvedShape shape, Stream<Field> fields) {
    String row = shape.shape().type().qualifiedName();
    return shape.role() == Role.PERSISTENCE
        ? fields.map(field -> new RowField(row, field.name()))
        : Stream.empty();
  }

  /** Whether a row is stored as a part of another row. */
  boolean isChild(TypeRef row) {
    return children.stream().anyMatch(one -> one.child().equals(row.qualifiedName()));
  }

  /** Whether a field refers from a row to its parent row. */
  boolean isParentField(TypeRef row, Field field) {
    return children.contains(new Child(field.type().qualifiedName(), row.qualifiedName()));
  }

  /** Another concept that maps a field of a row. */
  Optional<String> otherConcept(TypeRef row, Field field, String concept) {
    SortedSet<String> concepts = mapped.get(new RowField(row.qualifiedName(), field.name()));
    return concepts == null
        ? Optional.empty()
        : concepts.stream().filter(other -> !other.equals(concept)).findFirst();
  }

  /** Whether these relations can change the accounting of a concept. */
  boolean concern(ConceptLedger concept) {
    return concept
        .shapes()
        .filter(shape -> shape.role() == Role.PERSISTENCE)
        .anyMatch(
            shape ->
                isChild(shape.shape().type())
                    || shape
                        .shape()
                        .storedFields()
                        .anyMatch(
                            field ->
                                isParentField(shape.shape().type(), field)
                                    || otherConcept(shape.shape().type(), field, concept.name())
                                        .isPresent()));
  }
}
