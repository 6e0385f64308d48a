package dev.shelftwin.runtime;

/** Converts numbers to narrower types. A number out of range is rejected, never truncated. */
public final class Numbers {

  private Numbers() {}

  /** Returns the number as a byte; rejects a number out of range. */
  public static byte toByte(long number) {
    if (number != (byte) number) {
      throw tooLarge(number, "byte");
    }
    return (byte) number;
  }

  /** Returns the number as a short; rejects a number out of range. */
  public static short toShort(long number) {
    if (number != (short) number) {
      throw tooLarge(number, "short");
    }
    return (short) number;
  }

  /** Returns the number as an int; rejects a number out of range. */
  public static int toInt(long number) {
    if (number != (int) number) {
      throw tooLarge(number, "int");
    }
    return (int) number;
  }

  /** Returns the number as a long; rejects a number out of range or with a fraction. */
  public static long toLong(double number) {
    if (number != (long) number || number == 0x1p63) {
      throw new RejectedValue(
          Fault.REFUSED, number + " is not a whole number in the range of long");
    }
    return (long) number;
  }

  /** Returns the nearest float; rejects a number out of range. */
  public static float toFloat(double number) {
    float nearest = (float) number;
    if (Float.isInfinite(nearest) && !Double.isInfinite(number)) {
      throw tooLarge(number, "float");
    }
    return nearest;
  }

  private static RejectedValue tooLarge(Number number, String type) {
    return new RejectedValue(Fault.REFUSED, number + " is out of the range of " + type);
  }
}
