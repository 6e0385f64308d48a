package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Finds types of the plan's layers that stand for abstract ones in samples. */
public final class ConcreteTypes {

  private static final Comparator<Shape> BY_NAME =
      Comparator.comparing(shape -> shape.type().qualifiedName());

  private final Plan plan;
  private final LayerTypes types;
  private @Nullable List<Shape> concrete;

  ConcreteTypes(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.types = new LayerTypes(shapes);
  }

  /**
   * The types whose objects are samples of an abstract type, by name. Of an interface these are
   * rows only, as their setters often accept nothing else, unless the interface itself says which
   * types implement it.
   */
  List<Shape> of(Shape type) {
    return types
        .concreteTypes(type, () -> concrete().stream())
        .filter(candidate -> !type.isOpenInterface() || candidate.hasColumns())
        .sorted(BY_NAME)
        .toList();
  }

  /** The types whose objects are samples for fields of abstract types, in all types of a plan. */
  public static Stream<Shape> needed(Ledger ledger, Shapes shapes) {
    ConcreteTypes types = new ConcreteTypes(ledger.plan(), shapes);
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .flatMap(shape -> shape.shape().storedFields())
        .map(field -> Container.held(field.type()))
        .distinct()
        .flatMap(type -> shapes.find(type).stream())
        .filter(Shape::isAbstract)
        .flatMap(type -> types.of(type).stream())
        .distinct();
  }

  private List<Shape> concrete() {
    if (concrete == null) {
      concrete =
          plan.layers().stream()
              .flatMap(types::shapes)
              .filter(shape -> !shape.isAbstract())
              .distinct()
              .toList();
    }
    return concrete;
  }
}
