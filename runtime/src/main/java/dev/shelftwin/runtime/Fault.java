package dev.shelftwin.runtime;

import java.util.List;
import java.util.Objects;

/**
 * A value that could not be mapped.
 *
 * @param layer the name of the layer that the value came from
 * @param shape the simple name of the type that the value came from; followed by the row's key if
 *     it came from a row
 * @param path the position of the value in that object
 * @param code a constant of this class, or the code of a {@link RejectedValue}
 * @param message a sentence for the caller of the service
 */
public record Fault(String layer, String shape, FieldPath path, String code, String message) {

  /** A required value is missing. */
  public static final String MISSING = "missing";

  /** The target type rejected the value. */
  public static final String REFUSED = "refused";

  /** A text or code belongs to no constant of the enumeration. */
  public static final String UNKNOWN_CONSTANT = "unknown-constant";

  /** No object has the key that the value refers to. */
  public static final String UNKNOWN_REFERENCE = "unknown-reference";

  /** No mapper exists for the class of the object. */
  public static final String UNKNOWN_KIND = "unknown-kind";

  /** Something else has the value, and no two may have the same. */
  public static final String ALREADY_TAKEN = "already-taken";

  /** The value has more characters than the column. */
  public static final String TOO_LONG = "too-long";

  /** The number does not fit in the column. */
  public static final String OUT_OF_RANGE = "out-of-range";

  /** Something else refers to the object, so that it cannot be removed. */
  public static final String STILL_REFERENCED = "still-referenced";

  /** Someone else has changed the object since the caller saw it. */
  public static final String CHANGED = "changed";

  public Fault {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(shape, "shape");
    Objects.requireNonNull(path, "path");
    Objects.requireNonNull(code, "code");
    Objects.requireNonNull(message, "message");
  }

  /** Converts an exception to faults at a path; nested faults keep their own paths below it. */
  static List<Fault> from(RuntimeException thrown, FieldPath at) {
    if (thrown instanceof FaultException several) {
      return several.faults().stream().map(fault -> fault.below(at)).toList();
    }
    String message = thrown.getMessage();
    return List.of(
        new Fault(
            "",
            "",
            at,
            thrown instanceof RejectedValue coded ? coded.code() : REFUSED,
            message == null ? "the value was rejected" : message));
  }

  static Fault missing(FieldPath at) {
    return new Fault("", "", at, MISSING, "a value is required");
  }

  static Fault changed(FieldPath at) {
    return new Fault("", "", at, CHANGED, "someone else has changed the object in the meantime");
  }

  private Fault below(FieldPath outer) {
    return new Fault(layer, shape, outer.join(path), code, message);
  }

  /** Returns this fault, attributed to the object that holds the value. */
  Fault of(String outerLayer, String outerShape) {
    return new Fault(outerLayer, outerShape, path, code, message);
  }

  @Override
  public String toString() {
    String position = path.text().isEmpty() ? shape : shape + " " + path;
    return position + ": " + message + " (" + code + ")";
  }
}
