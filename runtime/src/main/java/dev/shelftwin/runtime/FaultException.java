package dev.shelftwin.runtime;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Thrown by a mapper with all faults that it found in one object. */
public final class FaultException extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final transient List<Fault> faults;

  /**
   * Creates an exception.
   *
   * @param faults at least one
   * @param cause null if there is none
   */
  public FaultException(List<Fault> faults, @Nullable Throwable cause) {
    super(faults.stream().map(Fault::toString).collect(Collectors.joining("; ")), cause);
    this.faults = List.copyOf(faults);
  }

  /** Returns the faults in the order of the target's fields; never empty. */
  public List<Fault> faults() {
    return faults;
  }
}
