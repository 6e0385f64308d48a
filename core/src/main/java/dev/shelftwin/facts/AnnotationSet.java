package dev.shelftwin.facts;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The annotations of one declaration, merged from everything that declares it, such as the field,
 * the accessor and the parameter of a record component (JLS §8.10.3). Repeated annotations are
 * unpacked from their containers (JLS §9.6.3).
 */
public final class AnnotationSet {

  private final List<String> names;
  private final List<DeclaredAnnotation> annotations;

  /** Creates a set; containers of repeated annotations are unpacked. */
  public AnnotationSet(List<DeclaredAnnotation> declared) {
    this(declared, List.of());
  }

  /**
   * Creates a set; containers of repeated annotations are unpacked.
   *
   * @param composing the constraints of which declared ones are composed; they hold too, but are
   *     not written there
   */
  public AnnotationSet(List<DeclaredAnnotation> declared, List<DeclaredAnnotation> composing) {
    List<DeclaredAnnotation> all = unpacked(declared);
    this.names = all.stream().map(DeclaredAnnotation::qualifiedName).distinct().toList();
    all.addAll(unpacked(composing));
    this.annotations = List.copyOf(all);
  }

  private static List<DeclaredAnnotation> unpacked(List<DeclaredAnnotation> declared) {
    List<DeclaredAnnotation> all = new ArrayList<>();
    for (DeclaredAnnotation annotation : declared) {
      all.add(annotation);
      annotation
          .value("value")
          .filter(List.class::isInstance)
          .map(value -> (List<?>) value)
          .ifPresent(
              values ->
                  values.stream()
                      .filter(DeclaredAnnotation.class::isInstance)
                      .map(DeclaredAnnotation.class::cast)
                      .forEach(all::add));
    }
    return all;
  }

  /** The qualified names of the declared ones, each once. */
  public List<String> names() {
    return names;
  }

  boolean has(Set<String> packages, String simpleName) {
    return find(packages, simpleName).isPresent();
  }

  Optional<DeclaredAnnotation> find(Set<String> packages, String simpleName) {
    for (DeclaredAnnotation annotation : annotations) { // called for each field, so no stream
      if (annotation.isOf(packages, simpleName)) {
        return Optional.of(annotation);
      }
    }
    return Optional.empty();
  }

  Stream<DeclaredAnnotation> all(Set<String> packages, String simpleName) {
    return annotations.stream().filter(annotation -> annotation.isOf(packages, simpleName));
  }

  boolean hasAnyNamed(Set<String> simpleNames) {
    return annotations.stream().map(DeclaredAnnotation::simpleName).anyMatch(simpleNames::contains);
  }

  Stream<String> simpleNames() {
    return annotations.stream().map(DeclaredAnnotation::simpleName);
  }

  Optional<Object> value(Set<String> packages, String simpleName, String member) {
    return find(packages, simpleName).flatMap(annotation -> annotation.value(member));
  }
}
