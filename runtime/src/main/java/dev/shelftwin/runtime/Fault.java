package dev.shelftwin.runtime;

import java.util.List;
import java.util.Objects;

/**
 * A value that could not be carried.
 *
 * @param layer the layer the value came from, as the plan names it
 * @param shape the shape it came from, followed by the key of the row where it came from a store
 * @param path where in it the value lies
 * @param code what is wrong, one of the constants of this class or a code of the user's own {@link
 *     Refusal}
 * @param message a sentence for the caller
 */
public record Fault(String layer, String shape, FieldPath path, String code, String message) {

  /** A value is missing that the target requires. */
  public static final String MISSING = "missing";

  /** A type refused the value. */
  public static final String REFUSED = "refused";

  /** A text is not the name of a constant. */
  public static final String UNKNOWN_CONSTANT = "unknown-constant";

  /** Nothing has the key that a value refers by. */
  public static final String UNKNOWN_REFERENCE = "unknown-reference";

  /** No mapper carries an object of that class. */
  public static final String UNKNOWN_KIND = "unknown-kind";

  public Fault {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(shape, "shape");
    Objects.requireNonNull(path, "path");
    Objects.requireNonNull(code, "code");
    Objects.requireNonNull(message, "message");
  }

  /** What an exception tells about the value at a path; of faults below it all of them. */
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
            thrown instanceof Refusal coded ? coded.code() : REFUSED,
            message == null ? "the value was refused" : message));
  }

  static Fault missing(FieldPath at) {
    return new Fault("", "", at, MISSING, "a value is required");
  }

  private Fault below(FieldPath outer) {
    return new Fault(layer, shape, outer.join(path), code, message);
  }

  /** The same as a fault of the object that holds the value. */
  Fault of(String outerLayer, String outerShape) {
    return new Fault(outerLayer, outerShape, path, code, message);
  }

  @Override
  public String toString() {
    String place = path.text().isEmpty() ? shape : shape + " " + path;
    return place + ": " + message + " (" + code + ")";
  }
}
