package dev.shelftwin.runtime;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Thrown by a mapper with all the faults it found in one object. */
public final class FaultException extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final transient List<Fault> faults;

  /** An exception for at least one fault; the cause may be null. */
  public FaultException(List<Fault> faults, @Nullable Throwable cause) {
    super(faults.stream().map(Fault::toString).collect(Collectors.joining("; ")), cause);
    this.faults = List.copyOf(faults);
  }

  /** What could not be carried, in the order of the target's fields; never empty. */
  public List<Fault> faults() {
    return faults;
  }
}
