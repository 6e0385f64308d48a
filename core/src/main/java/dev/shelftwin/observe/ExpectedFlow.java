package dev.shelftwin.observe;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What the plan says about a field, by paths of the outermost objects.
 *
 * @param sources the paths of the source
 * @param target the path in the target; empty if the source stays
 * @param mapping the mapping of the ledger
 * @param objects the objects that it is within, from the outermost one
 */
record ExpectedFlow(
    List<String> sources, String target, FieldMapping mapping, List<Nested> objects) {

  private static final int MAX_DEPTH = 3;

  ExpectedFlow {
    sources = List.copyOf(sources);
    objects = List.copyOf(objects);
  }

  /**
   * An object, or several, that another concept maps.
   *
   * @param source its path in the source
   * @param target its path in the target
   * @param isOtherRow whether it is a row to which the target only refers
   */
  record Nested(String source, String target, boolean isOtherRow) {}

  /** Whether it is within a row to which the target only refers. */
  boolean isInOtherRow() {
    return objects.stream().anyMatch(Nested::isOtherRow);
  }

  /** All fields of a hop, and those of nested objects that other concepts map. */
  static List<ExpectedFlow> of(Ledger ledger, HopLedger hop) {
    List<ExpectedFlow> flows = new ArrayList<>();
    add(flows, ledger, hop, "", "", List.of());
    return flows;
  }

  private static void add(
      List<ExpectedFlow> flows,
      Ledger ledger,
      HopLedger hop,
      String sourcePrefix,
      String targetPrefix,
      List<Nested> objects) {
    for (FieldMapping mapping : hop.mappings()) {
      Optional<Operation.CallMapper> nested =
          mapping.conversion().stream()
              .flatMap(conversion -> conversion.operations(Operation.CallMapper.class))
              .findFirst();
      Optional<Field> source = mapping.source();
      Optional<Field> target = mapping.target();
      if (nested.isPresent() && source.isPresent() && target.isPresent()) {
        HopLedger inner = ledger.hop(nested.get());
        if (objects.size() < MAX_DEPTH && inner.family().isEmpty()) {
          List<Nested> inside = new ArrayList<>(objects);
          inside.add(
              new Nested(
                  sourcePrefix + source.get().name(),
                  targetPrefix + target.get().name(),
                  target.get().has(FieldTrait.OTHER_ROW)));
          add(
              flows,
              ledger,
              inner,
              sourcePrefix + inside(source.get()),
              targetPrefix + inside(target.get()),
              inside);
        }
        continue;
      }
      flows.add(
          new ExpectedFlow(
              mapping.sources().stream()
                  .map(field -> sourcePrefix + path(field, mapping, hop))
                  .toList(),
              target.map(field -> targetPrefix + field.name()).orElse(""),
              mapping,
              objects));
    }
  }

  /** The path of a field; of another row only the key, if the plan's row names it. */
  private static String path(Field field, FieldMapping mapping, HopLedger hop) {
    String head = field.name() + ".";
    return mapping
        .row()
        .flatMap(row -> row.named(hop.hop().from().use()))
        .map(Text::value)
        .filter(named -> named.startsWith(head))
        .map(named -> inside(field) + named.substring(head.length()))
        .orElse(field.name());
  }

  /** The path to the fields of the objects in a field. */
  private static String inside(Field field) {
    Optional<Container> container = Container.of(field.type().present());
    String elements = container.isEmpty() ? "" : container.get() == Container.MAP ? "{}" : "[]";
    return field.name() + elements + ".";
  }

  /** Whether a path is one of a field, or of something inside it. */
  static boolean isWithin(String path, String field) {
    return path.equals(field)
        || path.startsWith(field + ".")
        || path.startsWith(field + "[]")
        || path.startsWith(field + "{");
  }

  /** What the plan says about a path of the target. */
  static Optional<FieldMapping> mapping(List<ExpectedFlow> expected, String target) {
    return expected.stream()
        .filter(flow -> !flow.target().isEmpty() && ExpectedFlow.isWithin(target, flow.target()))
        .map(ExpectedFlow::mapping)
        .findFirst();
  }
}
