package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A class outside a layer that uses classes of it, so that it has to change if the layer is
 * replaced.
 *
 * @param type the class
 * @param isMapper whether it maps the layer's types: a mapper that is, or could be, generated, or
 *     one that the plan names
 * @param uses the classes of the layer that it uses, by qualified name
 * @param place where it uses the first of them
 */
public record LayerUser(TypeRef type, boolean isMapper, List<String> uses, Place place) {

  public LayerUser {
    Objects.requireNonNull(type, "type");
    uses = List.copyOf(uses);
    Objects.requireNonNull(place, "place");
  }

  /**
   * All of them, mappers first.
   *
   * @param packages the packages of the code
   */
  public static List<LayerUser> of(
      Layer layer, Ledger ledger, List<String> packages, ClassDependencies dependencies) {
    Map<String, List<ClassDependency>> byClass = new TreeMap<>();
    Set<ClassDependency> seen = new HashSet<>();
    for (String packageName : packages) {
      for (ClassDependency use : dependencies.in(packageName)) {
        boolean within = isOf(layer, use.from());
        if (!within && isOf(layer, use.to()) && seen.add(use)) {
          byClass.computeIfAbsent(use.from().outermostName(), name -> new ArrayList<>()).add(use);
        }
      }
    }
    Set<String> mappers = mappers(ledger);
    List<LayerUser> users = new ArrayList<>();
    byClass.forEach(
        (name, uses) -> {
          TreeSet<String> used = new TreeSet<>();
          uses.forEach(use -> used.add(use.to().qualifiedName()));
          users.add(
              new LayerUser(
                  uses.get(0).from(),
                  mappers.contains(name),
                  List.copyOf(used),
                  dependencies.place(uses.get(0))));
        });
    users.sort((one, other) -> Boolean.compare(other.isMapper, one.isMapper));
    return users;
  }

  private static boolean isOf(Layer layer, TypeRef type) {
    return layer.packages().hasType(type.packageName(), type.name());
  }

  private static Set<String> mappers(Ledger ledger) {
    Set<String> mappers = new HashSet<>();
    ledger.mappers().stream().map(MapperPlan::qualifiedName).forEach(mappers::add);
    ledger.concepts().stream()
        .map(ConceptLedger::concept)
        .flatMap(concept -> concept.existing().stream())
        .map(ExistingMapper::classes)
        .forEach(mappers::addAll);
    return mappers;
  }
}
