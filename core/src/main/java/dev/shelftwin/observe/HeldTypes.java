package dev.shelftwin.observe;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The types of concepts that the fields of a source and its target hold, at any depth. */
final class HeldTypes {

  /** The most fields on the way to an object; deeper ones are hardly mapped by name. */
  private static final int DEEPEST = 3;

  private final Map<TypeRef, ResolvedShape> shapes = new HashMap<>();
  private final Map<String, String> found = new TreeMap<>();

  private HeldTypes(Ledger ledger) {
    for (ConceptLedger concept : ledger.concepts()) {
      concept.hops().stream()
          .flatMap(hop -> Stream.of(hop.hop().from(), hop.hop().to()))
          .forEach(shape -> shapes.putIfAbsent(shape.shape().type().erased(), shape));
    }
  }

  /**
   * The names of types by the paths of fields, both as messages show them: {@code
   * KilnRow.shelves[]} holds a {@code ShelfRow}.
   */
  static Map<String, String> of(Ledger ledger, HopLedger hop) {
    HeldTypes held = new HeldTypes(ledger);
    for (ResolvedShape shape : new ResolvedShape[] {hop.hop().from(), hop.hop().to()}) {
      held.add(shape, shape.shownName(), 1);
    }
    return held.found;
  }

  private void add(ResolvedShape owner, String path, int depth) {
    for (Field field : owner.shape().fields()) {
      ResolvedShape inside = shapes.get(Container.held(field.type()).erased());
      if (inside != null && depth <= DEEPEST) {
        boolean many = Container.of(field.type().present()).isPresent();
        String below = path + "." + field.name() + (many ? "[]" : "");
        found.put(below, inside.shownName());
        add(inside, below, depth + 1);
      }
    }
  }
}
