package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Layer;
import java.util.Locale;

/** What generated mappers and their methods are called. */
public final class MapperNames {

  /** The method that writes a domain object over a row. */
  public static final String UPDATE = "applyTo";

  /** The method that tells whether a row is of the kind that stands for a domain object. */
  public static final String FITS = "isOfItsKind";

  private MapperNames() {}

  /** The simple name of the mapper of a concept to an outer layer, such as FiringStoreMapper. */
  public static String simpleName(Concept concept, Layer layer) {
    return layer.mapperName(concept.name());
  }

  /** The same with its package. */
  public static String qualifiedName(Concept concept, Layer layer) {
    return layer.mapperPackage() + "." + simpleName(concept, layer);
  }

  /** A variable's name from a type's. */
  public static String variable(String typeName) {
    return typeName.substring(0, 1).toLowerCase(Locale.ROOT) + typeName.substring(1);
  }

  private static String capital(String word) {
    return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
  }

  /**
   * The method that makes a shape, such as toFiringRow; with the layer before it, as in
   * toStoreFiring, where simple names repeat in the plan.
   */
  public static String method(Station to) {
    boolean repeats = to.label().contains("/");
    return "to" + (repeats ? capital(to.layer().name()) : "") + to.shape().type().simpleName();
  }
}
