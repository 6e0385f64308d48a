package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.References;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What rules know beyond one concept.
 *
 * @param ledger of all concepts
 * @param references what the compiled classes mention
 * @param storePackages packages whose types belong to the store
 * @param storeTypes qualified names of the store's types in packages that layers share
 * @param circles among the types that responses show
 */
record Stage(
    Ledger ledger,
    References references,
    Set<String> storePackages,
    Set<String> storeTypes,
    List<Circles.Circle> circles) {

  /** Packages of the persistence standards: Jakarta Persistence 3.2 and 2.2, and JDBC 4.3. */
  private static final Set<String> STANDARDS =
      Set.of("jakarta.persistence", "javax.persistence", "java.sql", "javax.sql");

  static Stage of(Ledger ledger, Shapes shapes, References references) {
    List<Layer> layers = ledger.plan().layers();
    Set<String> others =
        layers.stream()
            .filter(layer -> layer.role() != Role.PERSISTENCE)
            .map(Layer::packageName)
            .collect(Collectors.toSet());
    Stream<String> own =
        layers.stream()
            .filter(layer -> layer.role() == Role.PERSISTENCE)
            .map(Layer::packageName)
            .filter(name -> !others.contains(name));
    Set<String> types =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::stations)
            .filter(station -> station.role() == Role.PERSISTENCE)
            .map(station -> station.shape().type().qualifiedName())
            .collect(Collectors.toSet());
    return new Stage(
        ledger,
        references,
        Stream.concat(STANDARDS.stream(), own).collect(Collectors.toSet()),
        types,
        Circles.of(ledger, shapes));
  }

  boolean isOfTheStore(TypeRef type) {
    return storePackages.contains(type.packageName()) || storeTypes.contains(type.qualifiedName());
  }

  /** Whether a package is one of the persistence standards'. */
  static boolean isStandard(String packageName) {
    return STANDARDS.contains(packageName);
  }
}
