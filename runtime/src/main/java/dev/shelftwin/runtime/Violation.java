package dev.shelftwin.runtime;

import java.lang.annotation.Annotation;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;

/**
 * A violated constraint of Jakarta Validation (3.1, §6.4.1) or of its older package, read by the
 * names of its methods, since this library depends on no other.
 */
final class Violation {

  private static final Set<String> PRESENCE = Set.of("NotNull", "NotBlank", "NotEmpty");

  private final Object violation;

  Violation(Object violation) {
    this.violation = violation;
  }

  boolean isKnown() {
    return read("getPropertyPath").isPresent() && read("getMessage").isPresent();
  }

  /** The text that the constraint declares for callers. */
  String message() {
    return read("getMessage").map(Object::toString).orElseThrow();
  }

  String code() {
    boolean isPresence =
        read("getConstraintDescriptor")
            .flatMap(descriptor -> PublicMethods.call(descriptor, "getAnnotation"))
            .filter(
                annotation ->
                    annotation instanceof Annotation one
                        && PRESENCE.contains(one.annotationType().getSimpleName()))
            .isPresent();
    return isPresence ? Fault.MISSING : Fault.REFUSED;
  }

  /**
   * The path in a request; empty if something else was validated. In front of it, the path of a
   * validated method has the method and the parameter.
   */
  Optional<FieldPath> pathIn(Object request, Class<?> type) {
    String path = path();
    if (read("getRootBean").filter(root -> root == request || type.isInstance(root)).isPresent()) {
      return Optional.of(new FieldPath(path));
    }
    boolean isParameter =
        read("getExecutableParameters")
            .filter(all -> all instanceof Object[] array && Arrays.asList(array).contains(request))
            .isPresent();
    String[] steps = path.split("\\.", 3);
    return isParameter && steps.length == 3
        ? Optional.of(new FieldPath(steps[2]))
        : Optional.empty();
  }

  /** Whether a field of a row is the one whose constraint is violated. */
  boolean isOf(String row, String field) {
    return read("getRootBeanClass")
            .filter(root -> root instanceof Class<?> type && type.getName().equals(row))
            .isPresent()
        && path().equals(field);
  }

  private String path() {
    return read("getPropertyPath").map(Object::toString).orElse("");
  }

  private Optional<Object> read(String method) {
    return PublicMethods.call(violation, method);
  }
}
