package dev.shelftwin.draft;

import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shapes;
import java.util.List;

/**
 * Names for generated mappers that no class of the users has: where the usual name belongs to a
 * mapper that somebody wrote, all get another one.
 */
final class FreeMapperNames {

  private static final List<String> OTHERS =
      List.of("{concept}{layer}Mapping", "{concept}{layer}MapperGenerated");

  private FreeMapperNames() {}

  /** The same plan, with other names for its mappers if it needs them. */
  static Plan in(Plan plan, ReadCode code) {
    Plan named = plan;
    for (String name : OTHERS) {
      if (!areTaken(named, code)) {
        break;
      }
      List<Layer> layers =
          plan.layers().stream()
              .map(layer -> layer.with(layer.style().named(new Text(name, layer.at()))))
              .toList();
      named = plan.withLayers(layers);
    }
    return named;
  }

  private static boolean areTaken(Plan plan, ReadCode code) {
    Shapes shapes = code.shapes();
    Plan written = PlanReader.read(plan.at().file(), PlanWriter.write(plan));
    Ledger ledger = LedgerBuilder.build(written, shapes);
    MapperGuesses mappers = new MapperGuesses(shapes, code.methods());
    return ledger.concepts().stream()
        .anyMatch(
            concept ->
                concept.hops().stream()
                    .map(hop -> hop.hop().outer().layer())
                    .anyMatch(layer -> mappers.isTaken(concept, layer)));
  }
}
