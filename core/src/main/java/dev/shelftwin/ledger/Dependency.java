package dev.shelftwin.ledger;

import dev.shelftwin.convert.Form;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** What a mapper is handed when it is made. */
public sealed interface Dependency {

  /** What the mapper calls it. */
  String name();

  /** The mapper of another concept to the same layer. */
  record OfMapper(String name, ConceptLedger concept, Layer layer) implements Dependency {
    public OfMapper {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(concept, "concept");
      Objects.requireNonNull(layer, "layer");
    }
  }

  /** A function that gives the row of a key, or null. */
  record OfFinder(String name, Form.Found form) implements Dependency {
    public OfFinder {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(form, "form");
    }
  }

  /** A supplier of values that no source has. */
  record OfSupplier(String name, TypeRef type) implements Dependency {
    public OfSupplier {
      Objects.requireNonNull(name, "name");
      Objects.requireNonNull(type, "type");
    }
  }

  /** What the mapper of a concept to a layer is handed, in the order of its constructor. */
  static List<Dependency> of(Ledger ledger, ConceptLedger concept, Layer layer) {
    Map<String, Dependency> found = new LinkedHashMap<>();
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().outer().layer().equals(layer)) {
        hop.forms()
            .flatMap(form -> of(ledger, concept, layer, form).stream())
            .forEach(dependency -> found.putIfAbsent(dependency.name(), dependency));
        for (Entry entry : hop.entries()) {
          supplier(hop, entry)
              .ifPresent(dependency -> found.putIfAbsent(dependency.name(), dependency));
        }
      }
    }
    return List.copyOf(found.values());
  }

  private static Optional<Dependency> of(
      Ledger ledger, ConceptLedger concept, Layer layer, Form form) {
    if (form instanceof Form.Mapped mapped && !mapped.concept().equals(concept.name())) {
      return Optional.of(
          new OfMapper(
              MapperNames.variable(mapped.concept()) + "Mapper",
              ledger.concept(mapped.concept()).orElseThrow(),
              layer));
    }
    return form instanceof Form.Found found
        ? Optional.of(new OfFinder(finder(found), found))
        : Optional.empty();
  }

  private static Optional<Dependency> supplier(HopLedger hop, Entry entry) {
    return entry
        .given()
        .filter(given -> given.source() == Given.Source.SUPPLIER)
        .flatMap(given -> entry.target())
        .flatMap(
            field -> hop.slot(field).map(slot -> new OfSupplier(supplier(field), slot.boxed())));
  }

  /** What a mapper calls the supplier of a field. */
  static String supplier(Field field) {
    return field.name() + "Supplier";
  }

  /** What a mapper calls the function that finds such a row. */
  static String finder(Form.Found found) {
    return "find" + found.row().simpleName();
  }
}
