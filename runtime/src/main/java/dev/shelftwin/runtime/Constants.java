package dev.shelftwin.runtime;

import java.util.Arrays;
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
}
