package dev.shelftwin.processor;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.ledger.ResolvedShape;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;

/** The declarations that findings are about. */
final class FindingElements {

  private final Ledger ledger;
  private final CompiledPart part;
  private final Elements elements;

  FindingElements(Ledger ledger, CompiledPart part, Elements elements) {
    this.ledger = ledger;
    this.part = part;
    this.elements = elements;
  }

  /** Whether a finding is about a type that is compiled; all others belong to other modules. */
  boolean concerns(Finding finding) {
    List<ResolvedShape> involved = involved(finding).toList();
    return involved.isEmpty() || involved.stream().anyMatch(this::isCompiled);
  }

  /**
   * The field that a finding is about, else its type, else another type of its hop or concept, of
   * those that are compiled; empty if there is none.
   */
  Optional<Element> element(Finding finding) {
    Optional<Element> field =
        finding
            .field()
            .flatMap(
                id ->
                    involved(finding)
                        .filter(shape -> isNamed(shape, id.owner()))
                        .filter(this::isCompiled)
                        .findFirst()
                        .flatMap(this::type)
                        .map(type -> member(type, id)));
    Stream<ResolvedShape> outer =
        ledger.concept(finding.concept()).stream().flatMap(concept -> concept.outer().stream());
    return field.or(
        () ->
            Stream.concat(involved(finding), outer)
                .filter(this::isCompiled)
                .flatMap(shape -> type(shape).stream())
                .map(Element.class::cast)
                .findFirst());
  }

  /** All types that a mapper is made for. */
  Element[] all(MapperPlan mapper) {
    return mapper.concept().shapes().flatMap(shape -> type(shape).stream()).toArray(Element[]::new);
  }

  /** The shapes that a finding names, that of its field first. */
  private Stream<ResolvedShape> involved(Finding finding) {
    List<ResolvedShape> shapes =
        ledger.concept(finding.concept()).stream().flatMap(ConceptLedger::shapes).toList();
    Stream<String> names =
        Stream.concat(
            finding.field().map(FieldId::owner).stream(),
            finding.hop().stream().flatMap(hop -> Stream.of(hop.from(), hop.to())));
    return names.flatMap(name -> shapes.stream().filter(shape -> isNamed(shape, name)));
  }

  private static boolean isNamed(ResolvedShape shape, String name) {
    return shape.label().equals(name) || shape.shape().type().simpleName().equals(name);
  }

  private boolean isCompiled(ResolvedShape shape) {
    return part.isCompiled(shape.shape().type());
  }

  private Optional<TypeElement> type(ResolvedShape shape) {
    return Optional.ofNullable(elements.getTypeElement(shape.shape().type().qualifiedName()));
  }

  /** The member that declares a field; the type itself if it inherits the field. */
  private static Element member(TypeElement type, FieldId id) {
    int end = id.name().indexOf('.');
    String name = end < 0 ? id.name() : id.name().substring(0, end);
    if (name.isEmpty()) {
      return type;
    }
    String capital = Character.toUpperCase(name.charAt(0)) + name.substring(1);
    // The compiler knows no place of a record's component, but that of its field.
    List<? extends Element> members =
        type.getEnclosedElements().stream()
            .filter(member -> member.getKind() != ElementKind.RECORD_COMPONENT)
            .toList();
    return Stream.of(name, "get" + capital, "is" + capital)
        .flatMap(
            wanted ->
                members.stream().filter(member -> member.getSimpleName().contentEquals(wanted)))
        .map(Element.class::cast)
        .findFirst()
        .orElse(type);
  }
}
