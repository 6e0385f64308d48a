package dev.shelftwin.draft;

import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The concepts of a plan with their types in new layers, and concepts that only those make. */
final class GrownConcepts {

  private final Plan old;
  private final LayerTypes layerTypes;
  private final ShapePairing pairing;
  private final List<PairedTypes> free;
  private final Set<String> paired = new HashSet<>();

  GrownConcepts(Plan old, List<DataTypes> types, ReadCode code) {
    this.old = old;
    this.layerTypes = new LayerTypes(code.shapes());
    this.pairing = new ShapePairing(code, types, Set.of());
    this.free = new ArrayList<>(pairing.pairs());
  }

  /** The types that belong to no concept. */
  List<String> unpaired() {
    return pairing.unpaired();
  }

  /**
   * All concepts, without rows; those of the plan keep their order, names, types and directions.
   */
  List<DraftConcept> concepts() {
    List<DraftConcept> concepts = new ArrayList<>();
    old.concepts().forEach(concept -> types(concept).forEach(paired::add));
    old.concepts().forEach(concept -> concepts.add(grown(concept)));
    for (PairedTypes pair : free) {
      Concept all = pair.concept(pair.name(), layerTypes, DataTypes::layer);
      List<ShapeUse> rest =
          all.shapes().stream().filter(use -> !paired.contains(typeName(use))).toList();
      boolean inOneLayer = rest.stream().map(ShapeUse::layer).distinct().count() < 2;
      if (!inOneLayer && concepts.stream().noneMatch(one -> one.name().equals(all.name()))) {
        concepts.add(DraftConcept.fresh(with(all, all.name(), rest), pair.guesses()));
      }
    }
    return concepts;
  }

  private DraftConcept grown(Concept concept) {
    Set<String> own = types(concept);
    Optional<PairedTypes> best =
        free.stream()
            .filter(pair -> shared(pair, own) > 0)
            .max(Comparator.comparingLong(pair -> shared(pair, own)));
    best.ifPresent(free::remove);
    List<ShapeUse> more =
        best.stream()
            .flatMap(
                pair ->
                    pair.concept(concept.name(), layerTypes, DataTypes::layer).shapes().stream())
            .filter(use -> !hasLayer(use) && paired.add(typeName(use)))
            .toList();
    List<ShapeUse> uses =
        Stream.concat(concept.shapes().stream().map(use -> nested(use, best)), more.stream())
            .sorted(Comparator.comparing(use -> use.layer().role()))
            .toList();
    return DraftConcept.fresh(with(concept, concept.name(), uses), List.of());
  }

  /** A type that others contain is used in their directions too, once objects can be created. */
  private ShapeUse nested(ShapeUse use, Optional<PairedTypes> pair) {
    boolean contained =
        pair.filter(found -> found.isNested(use.simpleName())).isPresent()
            && use.layer().role() == Role.TRANSFER
            && use.direction() != Direction.CHANGE;
    return contained ? use.with(Direction.BOTH) : use;
  }

  private boolean hasLayer(ShapeUse use) {
    return old.layers().stream().anyMatch(layer -> layer.name().equals(use.layer().name()));
  }

  private static long shared(PairedTypes pair, Set<String> own) {
    return pair.members().stream()
        .filter(member -> own.contains(member.shape().type().qualifiedName()))
        .count();
  }

  private Set<String> types(Concept concept) {
    Set<String> types = new HashSet<>();
    concept.shapes().forEach(use -> types.add(typeName(use)));
    return types;
  }

  private String typeName(ShapeUse use) {
    return layerTypes.find(use).map(shape -> shape.type().qualifiedName()).orElse(use.type());
  }

  private static Concept with(Concept concept, String name, List<ShapeUse> uses) {
    return new Concept(
        name,
        uses,
        List.of(),
        List.of(),
        concept.directs(),
        concept.existing(),
        concept.at(),
        concept.rowEnd());
  }
}
