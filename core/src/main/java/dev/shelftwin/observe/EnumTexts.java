package dev.shelftwin.observe;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The texts that stand for the constants of an enumeration: their names and codes. */
final class EnumTexts {

  private EnumTexts() {}

  /** The name of a constant, and the texts that its public methods without parameters return. */
  static Stream<String> of(Enum<?> constant) {
    Stream<String> told =
        Arrays.stream(constant.getDeclaringClass().getDeclaredMethods())
            .filter(method -> Modifier.isPublic(method.getModifiers()))
            .filter(method -> !Modifier.isStatic(method.getModifiers()))
            .filter(method -> method.getParameterCount() == 0)
            .filter(method -> method.getReturnType().equals(String.class))
            .map(method -> text(method, constant))
            .filter(Objects::nonNull);
    return Stream.concat(Stream.of(constant.name()), told);
  }

  private static @Nullable String text(Method method, Enum<?> constant) {
    try {
      method.setAccessible(true);
      return (String) method.invoke(constant);
    } catch (IllegalAccessException | InvocationTargetException | RuntimeException silent) {
      return null; // what it does not tell is not tried
    }
  }
}
