package dev.shelftwin.facts;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Set;

/** The packages of persistence standards and of libraries for documents. */
public final class Frameworks {

  /** Jakarta Persistence 3.2 and 2.2, and JDBC 4.3. */
  private static final Set<String> PERSISTENCE_STANDARDS =
      Set.of("jakarta.persistence", "javax.persistence", "java.sql", "javax.sql");

  /** Annotations that say how objects are written to documents. */
  private static final Set<String> DOCUMENTS =
      Set.of(
          "com.fasterxml.jackson.annotation",
          "com.fasterxml.jackson.databind.annotation",
          "jakarta.json.bind.annotation",
          "jakarta.xml.bind.annotation",
          "javax.json.bind.annotation",
          "javax.xml.bind.annotation");

  /** Jakarta Validation 3.1 and Bean Validation 2.0. */
  private static final Set<String> VALIDATION =
      Set.of("jakarta.validation.constraints", "javax.validation.constraints");

  private Frameworks() {}

  /** Whether a type belongs to a persistence standard. */
  public static boolean isPersistenceStandard(TypeRef type) {
    return PERSISTENCE_STANDARDS.contains(type.packageName());
  }

  /** Whether a type says how objects are written to documents. */
  public static boolean isForDocuments(TypeRef type) {
    return DOCUMENTS.contains(type.packageName());
  }

  /** Annotations that name a property, or say whether it is there, and not how it is written. */
  private static final Set<String> NAMING =
      Set.of("JsonProperty", "JsonInclude", "JsonIgnore", "JsonbProperty", "JsonAlias");

  /**
   * Whether an annotation may change how a value is written to documents.
   *
   * @param name its qualified name
   */
  public static boolean changesDocuments(String name) {
    int dot = name.lastIndexOf('.');
    return DOCUMENTS.contains(name.substring(0, Math.max(0, dot)))
        && !NAMING.contains(name.substring(dot + 1));
  }

  /**
   * Whether facts are derived from the values of an annotation, so that its declaration is needed.
   * Of nullness annotations only the name counts, and no fact is derived from any other.
   *
   * @param name its qualified name; a simple one if its package is not known
   */
  public static boolean needsDeclaration(String name) {
    String packageName = name.substring(0, Math.max(0, name.lastIndexOf('.')));
    return packageName.isEmpty()
        || PERSISTENCE_STANDARDS.contains(packageName)
        || DOCUMENTS.contains(packageName)
        || VALIDATION.contains(packageName);
  }

  /**
   * The service files in which JPA providers name their classes (Jakarta Persistence 3.2, §9.3).
   */
  public static List<String> providerServiceFiles() {
    return List.of(
        "META-INF/services/jakarta.persistence.spi.PersistenceProvider",
        "META-INF/services/javax.persistence.spi.PersistenceProvider");
  }
}
