package dev.shelftwin.rule;

import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Role;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What rules know beyond one concept.
 *
 * @param storePackages packages whose types belong to the store
 */
record Stage(Set<String> storePackages) {

  /** Packages of the persistence standards: Jakarta Persistence 3.2 and 2.2, and JDBC 4.3. */
  private static final Set<String> STANDARDS =
      Set.of("jakarta.persistence", "javax.persistence", "java.sql", "javax.sql");

  static Stage of(Ledger ledger) {
    Stream<String> layers =
        ledger.plan().layers().stream()
            .filter(layer -> layer.role() == Role.PERSISTENCE)
            .map(Layer::packageName);
    return new Stage(Stream.concat(STANDARDS.stream(), layers).collect(Collectors.toSet()));
  }

  /** Whether a package is one of the persistence standards'. */
  static boolean isStandard(String packageName) {
    return STANDARDS.contains(packageName);
  }
}
