package dev.shelftwin.runtime;

/** Narrower numbers; what does not fit is refused and never cut. */
public final class Numbers {

  private Numbers() {}

  /** The number as a byte; refused beyond its range. */
  public static byte toByte(long number) {
    if (number != (byte) number) {
      throw tooLarge(number, "byte");
    }
    return (byte) number;
  }

  /** The number as a short; refused beyond its range. */
  public static short toShort(long number) {
    if (number != (short) number) {
      throw tooLarge(number, "short");
    }
    return (short) number;
  }

  /** The number as an int; refused beyond its range. */
  public static int toInt(long number) {
    if (number != (int) number) {
      throw tooLarge(number, "int");
    }
    return (int) number;
  }

  /** The number as a long; refused beyond its range, and where it has a fraction. */
  public static long toLong(double number) {
    if (number != (long) number || number == 0x1p63) {
      throw new Refusal(Fault.REFUSED, number + " is no whole number that a long holds");
    }
    return (long) number;
  }

  /** The nearest float; refused beyond its range. */
  public static float toFloat(double number) {
    float nearest = (float) number;
    if (Float.isInfinite(nearest) && !Double.isInfinite(number)) {
      throw tooLarge(number, "float");
    }
    return nearest;
  }

  private static Refusal tooLarge(Number number, String type) {
    return new Refusal(Fault.REFUSED, number + " does not fit " + type);
  }
}
