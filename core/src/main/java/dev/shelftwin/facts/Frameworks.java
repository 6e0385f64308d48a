package dev.shelftwin.facts;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** The packages of persistence standards and of libraries for documents. */
public final class Frameworks {

  /** Jakarta Persistence 3.2 and 2.2, and JDBC 4.3. */
  private static final Set<String> PERSISTENCE_STANDARDS =
      Set.of("jakarta.persistence", "javax.persistence", "java.sql", "javax.sql");

  /** Annotations that say how objects are written to JSON. */
  private static final Set<String> JSON =
      Set.of(
          "com.fasterxml.jackson.annotation",
          "com.fasterxml.jackson.databind.annotation",
          "jakarta.json.bind.annotation",
          "javax.json.bind.annotation");

  /** Jakarta XML Binding 4.0 and JAXB 2.3. */
  private static final Set<String> XML =
      Set.of("jakarta.xml.bind.annotation", "javax.xml.bind.annotation");

  /** Jakarta Validation 3.1 and Bean Validation 2.0. */
  private static final Set<String> VALIDATION =
      Set.of("jakarta.validation.constraints", "javax.validation.constraints");

  private static final Set<String> CONSTRAINTS =
      Set.of("jakarta.validation.Constraint", "javax.validation.Constraint");

  private Frameworks() {}

  /** Whether a type belongs to a persistence standard. */
  public static boolean isPersistenceStandard(TypeRef type) {
    return PERSISTENCE_STANDARDS.contains(type.packageName());
  }

  /** Whether a type describes the fields of a row (Jakarta Persistence 3.2, §6.2.1). */
  public static boolean isMetamodel(Shape shape) {
    return shape.annotations().stream()
        .anyMatch(name -> name.endsWith(".persistence.metamodel.StaticMetamodel"));
  }

  /** Whether a type says how objects are written to documents. */
  public static boolean isForDocuments(TypeRef type) {
    return isDocumentPackage(type.packageName());
  }

  /**
   * Whether an annotation is one for documents.
   *
   * @param name its qualified name
   */
  public static boolean isForDocuments(String name) {
    return isDocumentPackage(packageOf(name));
  }

  private static boolean isDocumentPackage(String packageName) {
    return JSON.contains(packageName) || XML.contains(packageName);
  }

  /** Whether annotations of a type or of its fields say how it is written to documents. */
  public static boolean isWrittenToDocuments(Shape shape) {
    return Stream.concat(
            shape.annotations().stream(),
            shape.fields().stream().flatMap(field -> field.annotations().stream()))
        .anyMatch(Frameworks::isForDocuments);
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
    return isForDocuments(name) && !NAMING.contains(name.substring(name.lastIndexOf('.') + 1));
  }

  /**
   * Whether facts are derived from the values of an annotation, so that its declaration is needed.
   * Of annotations for nullness and XML only the name counts, and no fact is derived from any
   * other.
   *
   * @param name its qualified name; a simple one if its package is not known
   */
  public static boolean needsDeclaration(String name) {
    String packageName = packageOf(name);
    return packageName.isEmpty()
        || PERSISTENCE_STANDARDS.contains(packageName)
        || JSON.contains(packageName)
        || VALIDATION.contains(packageName);
  }

  /**
   * Whether an annotation is a constraint of the users, which may be composed of others (Jakarta
   * Validation 3.1, §3.3).
   *
   * @param name its qualified name
   * @param annotations the qualified names of the annotations of its declaration
   */
  public static boolean isOwnConstraint(String name, List<String> annotations) {
    return !VALIDATION.contains(packageOf(name))
        && annotations.stream().anyMatch(CONSTRAINTS::contains);
  }

  private static String packageOf(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  /**
   * The service files in which JPA providers name their classes (Jakarta Persistence 3.2, §9.3).
   */
  public static List<String> persistenceServices() {
    return List.of(
        "META-INF/services/jakarta.persistence.spi.PersistenceProvider",
        "META-INF/services/javax.persistence.spi.PersistenceProvider");
  }

  /**
   * The service files in which validation providers name their classes (Jakarta Validation 3.1, its
   * chapter on bootstrapping).
   */
  public static List<String> validationServices() {
    return List.of(
        "META-INF/services/jakarta.validation.spi.ValidationProvider",
        "META-INF/services/javax.validation.spi.ValidationProvider");
  }
}
