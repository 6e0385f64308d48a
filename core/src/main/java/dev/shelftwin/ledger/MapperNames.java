package dev.shelftwin.ledger;

import dev.shelftwin.plan.Layer;
import java.util.Locale;

/** The names of generated mappers and their methods. */
public final class MapperNames {

  /** The method that updates an existing object. */
  public static final String UPDATE = "applyTo";

  /** The method that says whether a row has the subtype that belongs to a domain object. */
  public static final String MATCHES = "matches";

  private MapperNames() {}

  /** The simple name of the mapper of a concept to an outer layer, such as FiringStoreMapper. */
  public static String simpleName(ConceptLedger concept, Layer layer) {
    return layer.mapperName(concept.name());
  }

  /** The qualified name of the mapper of a concept to an outer layer. */
  public static String qualifiedName(ConceptLedger concept, Layer layer) {
    return concept.mapperPackage(layer) + "." + simpleName(concept, layer);
  }

  /** The class that finds the values of requests that a database refuses: MemberApiFaults. */
  public static String faults(ConceptLedger concept, Layer layer) {
    return concept.name() + capital(layer.name()) + "Faults";
  }

  /** The name of a variable for a type. */
  public static String variable(String typeName) {
    return typeName.substring(0, 1).toLowerCase(Locale.ROOT) + typeName.substring(1);
  }

  private static String capital(String word) {
    return word.isEmpty() ? "" : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
  }

  /**
   * The method that creates a shape, such as toFiringRow; with the layer, as in toStoreFiring, if
   * simple names repeat in the plan, and with the package or the enclosing type if they repeat in
   * the layer.
   */
  public static String method(ResolvedShape to) {
    boolean repeats = to.label().contains("/");
    return "to" + (repeats ? capital(to.layer().name()) : "") + nameInLayer(to);
  }

  private static String nameInLayer(ResolvedShape shape) {
    String label = shape.label().replaceFirst("<.*", "");
    String name = label.substring(label.indexOf('/') + 1);
    String holder = name.replaceFirst("[.]?[^.]*$", "");
    return capital(holder.substring(holder.lastIndexOf('.') + 1))
        + shape.shape().type().simpleName();
  }

  /** The form of a method that returns faults instead of throwing them. */
  public static String result(String method) {
    return method + "Result";
  }

  /**
   * The method that maps a list. Methods for lists of different elements have different names, as
   * they have one erasure.
   */
  public static String list(ConceptLedger concept, Hop hop) {
    return method(hop.to()) + "List" + ofElements(concept, hop);
  }

  private static String ofElements(ConceptLedger concept, Hop hop) {
    if (hop.isDirect()) {
      return "FromRows";
    }
    long alike =
        concept.hops().stream()
            .filter(other -> other.callerParameters().isEmpty())
            .map(HopLedger::hop)
            .filter(other -> !other.changes() && !other.isDirect())
            .filter(other -> other.to().equals(hop.to()))
            .filter(other -> other.outer().layer().equals(hop.outer().layer()))
            .count();
    return alike > 1 ? "From" + nameInLayer(hop.from()) + "s" : "";
  }

  /**
   * The name of a hop of a mapper.
   *
   * @param mapper the qualified name of the mapper
   * @param hop as {@link Hop#toString} shows it
   */
  public static String ofHop(String mapper, String hop) {
    return mapper + " " + hop;
  }
}
