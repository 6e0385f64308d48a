package dev.shelftwin.runtime;

import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/** Calls methods of libraries that this one does not depend on, by their names. */
final class PublicMethods {

  private PublicMethods() {}

  /** What a public method without parameters returns; empty if there is none, or if it is null. */
  static Optional<Object> call(Object object, String method) {
    return types(object.getClass())
        .filter(type -> Modifier.isPublic(type.getModifiers()))
        .flatMap(type -> call(object, type, method).stream())
        .findFirst();
  }

  private static Optional<Object> call(Object object, Class<?> type, String method) {
    try {
      return Optional.ofNullable(type.getMethod(method).invoke(object));
    } catch (ReflectiveOperationException absent) {
      return Optional.empty();
    }
  }

  /** A class, its superclasses, and their interfaces. */
  static Stream<Class<?>> types(Class<?> type) {
    return Stream.<Class<?>>iterate(type, Objects::nonNull, Class::getSuperclass)
        .flatMap(one -> Stream.concat(Stream.of(one), interfaces(one)));
  }

  private static Stream<Class<?>> interfaces(Class<?> type) {
    return Arrays.stream(type.getInterfaces())
        .flatMap(one -> Stream.concat(Stream.of(one), interfaces(one)));
  }
}
