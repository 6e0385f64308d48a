package dev.shelftwin.runtime;

import java.util.Arrays;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Looks up the constants of enumerations. */
public final class Constants {

  private Constants() {}

  /**
   * Returns the constant of a name.
   *
   * @throws RejectedValue with the code {@link Fault#UNKNOWN_CONSTANT} if there is none
   */
  public static <E extends Enum<E>> E named(Class<E> type, String name) {
    for (E constant : type.getEnumConstants()) {
      if (constant.name().equals(name)) {
        return constant;
      }
    }
    String known =
        Arrays.stream(type.getEnumConstants()).map(Enum::name).collect(Collectors.joining(", "));
    throw new RejectedValue(Fault.UNKNOWN_CONSTANT, "'" + name + "' is not one of " + known);
  }

  /**
   * Returns the constant of a code.
   *
   * @param codeOf returns the code of a constant
   * @throws RejectedValue with the code {@link Fault#UNKNOWN_CONSTANT} if no constant has the code
   */
  public static <E extends Enum<E>, K> E by(
      Class<E> type, Function<? super E, ? extends K> codeOf, K code) {
    for (E constant : type.getEnumConstants()) {
      if (code.equals(codeOf.apply(constant))) {
        return constant;
      }
    }
    String known =
        Arrays.stream(type.getEnumConstants())
            .map(constant -> String.valueOf(codeOf.apply(constant)))
            .collect(Collectors.joining(", "));
    throw new RejectedValue(Fault.UNKNOWN_CONSTANT, code + " is not one of " + known);
  }
}
