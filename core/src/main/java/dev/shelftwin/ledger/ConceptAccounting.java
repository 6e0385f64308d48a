package dev.shelftwin.ledger;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Accounts for one concept. Given the same arguments, it always returns the same result. */
final class ConceptAccounting {

  private final Shapes shapes;
  private final NestedConcepts nested;
  private final Families families;
  private final RowRelations relations;

  ConceptAccounting(
      Shapes shapes, NestedConcepts nested, Families families, RowRelations relations) {
    this.shapes = shapes;
    this.nested = nested;
    this.families = families;
    this.relations = relations;
  }

  /**
   * The ledger of a concept.
   *
   * @param direct whether to include the direct hops
   */
  ConceptLedger account(Concept concept, List<ResolvedShape> resolved, boolean direct) {
    Pairing pairing = new Pairing(concept, resolved, shapes);
    List<HopLedger> hops = new ArrayList<>();
    Set<PlanWord> words = new HashSet<>();
    for (Hop hop : hops(pairing, direct)) {
      HopOutcome outcome = account(pairing, hop);
      hops.add(outcome.ledger());
      words.addAll(outcome.words());
    }
    return new ConceptLedger(pairing, hops, parentFields(hops), words);
  }

  private HopOutcome account(Pairing pairing, Hop hop) {
    Optional<Family> family = families.of(hop);
    if (family.isPresent()) {
      return new HopOutcome(HopLedger.ofFamily(hop, family.get()), Set.of());
    }
    Catalogue catalogue = new Catalogue(shapes, nested.mappers(pairing.concept(), hop));
    ConversionResolver conversions = new ConversionResolver(shapes, catalogue);
    HopOutcome best =
        new CreatorSelection(hop)
            .best(
                creator ->
                    new HopAccounting(pairing, hop, conversions, relations, creator).account());
    boolean existing = !pairing.concept().existing(hop.from().use(), hop.to().use()).isEmpty();
    boolean complete =
        best.ledger().creator().isPresent()
            && best.ledger().mappings().stream().noneMatch(one -> one.account().isError());
    // Only the users' own mapper knows how it creates and fills the target.
    return existing && !complete
        ? HopAccounting.ofExistingMapper(pairing, hop, conversions, relations)
            .account()
            .byExistingMapper()
        : best;
  }

  private static List<Hop> hops(Pairing pairing, boolean direct) {
    List<Hop> hops = new ArrayList<>();
    for (ResolvedShape outer : pairing.outer()) {
      boolean row = outer.role() == Role.PERSISTENCE;
      if (row || outer.use().direction().goesOut()) {
        hops.add(new Hop(pairing.hub(), outer, Hop.Kind.OUTWARD));
      }
      if (row || outer.use().direction().goesIn()) {
        hops.add(new Hop(outer, pairing.hub(), Hop.Kind.INWARD));
      }
    }
    for (ResolvedShape from : pairing.outer()) {
      for (ResolvedShape to : pairing.outer()) {
        if (direct && pairing.concept().isDirect(from.use(), to.use())) {
          hops.add(new Hop(from, to, Hop.Kind.DIRECT));
        }
      }
    }
    return hops;
  }

  /** Fields of rows that refer to a parent row and are mapped on no hop. */
  private Set<Field> parentFields(List<HopLedger> hops) {
    Set<Field> parents = new HashSet<>();
    for (HopLedger hop : hops) {
      hop.mappings().stream()
          .filter(mapping -> !mapping.isCarried())
          .forEach(
              mapping -> {
                parents(hop.hop().to(), mapping.target().stream()).forEach(parents::add);
                parents(hop.hop().from(), mapping.sources().stream()).forEach(parents::add);
              });
    }
    return parents;
  }

  private Stream<Field> parents(ResolvedShape row, Stream<Field> fields) {
    return row.role() == Role.PERSISTENCE
        ? fields.filter(field -> relations.isParentField(row.shape().type(), field))
        : Stream.empty();
  }
}
