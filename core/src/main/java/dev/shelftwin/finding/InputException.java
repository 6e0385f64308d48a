package dev.shelftwin.finding;

import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.stream.Collectors;

/** Thrown by a stage that cannot work with its input; contains all errors that it found. */
public final class InputException extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final transient List<InputError> errors;

  public InputException(List<InputError> errors) {
    super(errors.stream().map(InputError::toString).collect(Collectors.joining("\n")));
    this.errors = List.copyOf(errors);
  }

  public InputException(Place at, String message, String remedy) {
    this(List.of(new InputError(at, message, remedy)));
  }

  /** The errors; never empty. */
  public List<InputError> errors() {
    return errors;
  }
}
