package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** A parameter of a mapper's constructor. */
public sealed interface MapperDependency {

  /** The parameter's name. */
  String name();

  /** The mapper of another concept to the same layer. */
  record OfMapper(String name, ConceptLedger concept, Layer layer) implements MapperDependency {
    public OfMapper {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(concept, "concept");
      Objects.requireNonNull(layer, "layer");
    }
  }

  /** A function that returns the row of a key, or null. */
  record OfFinder(String name, Operation.FindRow operation) implements MapperDependency {
    public OfFinder {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(operation, "operation");
    }
  }

  /** A supplier of a value that no source has. */
  record OfSupplier(String name, TypeRef type) implements MapperDependency {
    public OfSupplier {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(type, "type");
    }
  }

  /**
   * The dependencies of the mapper of a concept to a layer, in the order of its constructor.
   *
   * @param concepts finds concepts by name
   */
  static List<MapperDependency> of(
      ConceptLedger concept,
      Layer layer,
      List<HopLedger> hops,
      Function<String, Optional<ConceptLedger>> concepts) {
    Map<String, MapperDependency> found = new LinkedHashMap<>();
    for (HopLedger hop : hops) {
      hop.operations()
          .flatMap(operation -> of(operation, concept, layer, concepts).stream())
          .forEach(dependency -> found.putIfAbsent(dependency.name(), dependency));
      hop.mappings().stream()
          .flatMap(mapping -> supplier(hop, mapping).stream())
          .forEach(dependency -> found.putIfAbsent(dependency.name(), dependency));
    }
    return List.copyOf(found.values());
  }

  private static Optional<MapperDependency> of(
      Operation operation,
      ConceptLedger concept,
      Layer layer,
      Function<String, Optional<ConceptLedger>> concepts) {
    if (operation instanceof Operation.CallMapper call && !call.concept().equals(concept.name())) {
      String name = MapperNames.variable(call.concept()) + "Mapper";
      return concepts.apply(call.concept()).map(other -> new OfMapper(name, other, layer));
    }
    return operation instanceof Operation.FindRow find
        ? Optional.of(new OfFinder(finder(find), find))
        : Optional.empty();
  }

  private static Optional<MapperDependency> supplier(HopLedger hop, FieldMapping mapping) {
    return mapping
        .given()
        .filter(GivenValue.SuppliedValue.class::isInstance)
        .flatMap(given -> mapping.target())
        .flatMap(
            field -> hop.slot(field).map(slot -> new OfSupplier(supplier(field), slot.boxed())));
  }

  /** The name of the supplier of a field. */
  static String supplier(Field field) {
    return field.name() + "Supplier";
  }

  /** The name of the function that finds a row. */
  static String finder(Operation.FindRow find) {
    return "find" + find.row().simpleName();
  }
}
