package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * The mappings of one concept.
 *
 * @param pairing which fields of its shapes belong together
 * @param hops in the order of the plan's shapes, outward before inward
 * @param parentFields fields of rows that refer to their parent rows
 * @param words the words of the plan that decided a mapping
 */
public record ConceptLedger(
    Pairing pairing, List<HopLedger> hops, Set<Field> parentFields, Set<PlanWord> words) {

  public ConceptLedger {
    Objects.requireNonNull(pairing, "pairing");
    hops = List.copyOf(hops);
    parentFields = Set.copyOf(parentFields);
    words = Set.copyOf(words);
  }

  ConceptLedger withShapes(UnaryOperator<ResolvedShape> relabel) {
    return new ConceptLedger(
        pairing.withShapes(pairing.shapes().map(relabel).toList()),
        hops.stream().map(hop -> hop.withShapes(relabel)).toList(),
        parentFields,
        words);
  }

  public Concept concept() {
    return pairing.concept();
  }

  /** Whether the plan names a mapper of the users for a hop. */
  public boolean isExisting(HopLedger hop) {
    return !concept().existing(hop.hop().from().use(), hop.hop().to().use()).isEmpty();
  }

  public String name() {
    return concept().name();
  }

  /** The shape that all others are mapped from and to: the domain's, if there is one. */
  public ResolvedShape hub() {
    return pairing.hub();
  }

  /** The other shapes, in the order of the plan. */
  public List<ResolvedShape> outer() {
    return pairing.outer();
  }

  /** All shapes, in the order of the plan's layers. */
  public Stream<ResolvedShape> shapes() {
    return pairing.shapes();
  }

  /** The words of the plan about this concept that decided nothing. */
  public List<UnusedWord> unusedWords() {
    return UnusedWord.of(concept(), words);
  }

  /** The rows without an effect. */
  public List<Row> unusedRows() {
    return concept().rows().stream().filter(row -> UnusedWord.isUnused(row, words)).toList();
  }

  /** The fields that the plan omits although something else accounts for them. */
  public List<Text> unusedOmissions() {
    return UnusedWord.omissions(concept(), words);
  }

  /** The package of the concept's mapper to a layer. */
  public String mapperPackage(Layer layer) {
    return shapes()
        .filter(shape -> shape.layer().equals(layer))
        .findFirst()
        .map(ResolvedShape::mapperPackage)
        .orElseThrow();
  }

  /** The hop between two shapes. */
  public Optional<HopLedger> hop(ResolvedShape from, ResolvedShape to) {
    return hops.stream()
        .filter(ledger -> ledger.hop().from().equals(from) && ledger.hop().to().equals(to))
        .findFirst();
  }

  /** The hop from one type to another. */
  public Optional<HopLedger> hop(TypeRef from, TypeRef to) {
    return hops.stream()
        .filter(ledger -> is(ledger.hop().from(), from) && is(ledger.hop().to(), to))
        .findFirst();
  }

  private static boolean is(ResolvedShape shape, TypeRef type) {
    return shape.shape().type().fullName().equals(type.fullName());
  }

  /** What a field is, by its declaration, the plan's row, or the layer's default. */
  public Set<FieldRole> roles(ResolvedShape shape, Field field) {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    roles.addAll(field.roles());
    pairing.rowOf(field.name(), shape).flatMap(Row::role).ifPresent(roles::add);
    pairing
        .defaultOf(field.name(), shape)
        .filter(words::contains)
        .flatMap(FieldDefault::role)
        .ifPresent(roles::add);
    if (parentFields.contains(field)) {
      roles.add(FieldRole.PARENT);
    }
    return roles;
  }

  /** Whether a field keeps what it got when its object was created: updates do not write it. */
  public boolean isWrittenOnce(ResolvedShape shape, Field field) {
    Set<FieldRole> roles = roles(shape, field);
    return (field.has(FieldTrait.UNCHANGING) && Container.of(field.type()).isEmpty())
        || field.has(FieldTrait.WRITTEN_ONCE)
        || roles.contains(FieldRole.KEY)
        || roles.contains(FieldRole.IDENTITY);
  }
}
