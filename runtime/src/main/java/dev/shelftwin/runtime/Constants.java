package dev.shelftwin.runtime;

import java.util.Arrays;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Constants of enumerations by their names. */
public final class Constants {

  private Constants() {}

  /**
   * The constant of that name.
   *
   * @throws Refusal with the code {@link Fault#UNKNOWN_CONSTANT} where there is none
   */
  public static <E extends Enum<E>> E named(Class<E> type, String name) {
    for (E constant : type.getEnumConstants()) {
      if (constant.name().equals(name)) {
        return constant;
      }
    }
    String known =
        Arrays.stream(type.getEnumConstants()).map(Enum::name).collect(Collectors.joining(", "));
    throw new Refusal(Fault.UNKNOWN_CONSTANT, "'" + name + "' is none of " + known);
  }

  /**
   * The constant that tells a code.
   *
   * @param codeOf what a constant tells
   * @throws Refusal with the code {@link Fault#UNKNOWN_CONSTANT} where none tells it
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
    throw new Refusal(Fault.UNKNOWN_CONSTANT, code + " is none of " + known);
  }
}
