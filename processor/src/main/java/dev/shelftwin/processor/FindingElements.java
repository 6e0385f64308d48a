package dev.shelftwin.processor;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
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
   * The field that a finding is about, or its counterpart on the hop, else a type of the hop or
   * concept; all of those that are compiled. Empty if there is none.
   */
  Optional<Element> element(Finding finding) {
    Stream<ResolvedShape> outer =
        ledger.concept(finding.concept()).stream().flatMap(concept -> concept.outer().stream());
    Stream<Element> fields = finding.field().stream().flatMap(id -> fields(finding, id));
    Stream<Element> types =
        Stream.concat(involved(finding), outer)
            .filter(this::isCompiled)
            .flatMap(shape -> type(shape).stream());
    return Stream.concat(fields, types).findFirst();
  }

  /** The field, if its type is compiled; then its counterpart. */
  private Stream<Element> fields(Finding finding, FieldId id) {
    Stream<Element> own =
        involved(finding)
            .filter(shape -> isNamed(shape, id.owner()))
            .flatMap(shape -> member(shape, id.name()).stream());
    Stream<Element> counterparts =
        hops(finding)
            .flatMap(
                hop ->
                    hop.mappings().stream()
                        .filter(mapping -> isAbout(hop, mapping, id))
                        .flatMap(mapping -> members(hop, mapping)));
    return Stream.concat(own, counterparts);
  }

  private Stream<HopLedger> hops(Finding finding) {
    return ledger.concept(finding.concept()).stream()
        .flatMap(concept -> concept.hops().stream())
        .filter(
            hop ->
                finding
                    .hop()
                    .filter(id -> isNamed(hop.hop().from(), id.from()))
                    .filter(id -> isNamed(hop.hop().to(), id.to()))
                    .isPresent());
  }

  private static boolean isAbout(HopLedger hop, FieldMapping mapping, FieldId id) {
    boolean source =
        isNamed(hop.hop().from(), id.owner())
            && mapping.sources().stream().anyMatch(field -> field.name().equals(id.name()));
    boolean target =
        isNamed(hop.hop().to(), id.owner())
            && mapping.target().filter(field -> field.name().equals(id.name())).isPresent();
    return source || target;
  }

  private Stream<Element> members(HopLedger hop, FieldMapping mapping) {
    return Stream.concat(
        mapping.sources().stream()
            .flatMap(field -> member(hop.hop().from(), field.name()).stream()),
        mapping.target().stream().flatMap(field -> member(hop.hop().to(), field.name()).stream()));
  }

  /** The member of a type that is compiled. */
  private Optional<Element> member(ResolvedShape shape, String field) {
    return Optional.of(shape)
        .filter(this::isCompiled)
        .flatMap(this::type)
        .map(type -> member(type, field));
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
  private static Element member(TypeElement type, String field) {
    int end = field.indexOf('.');
    String name = end < 0 ? field : field.substring(0, end);
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
