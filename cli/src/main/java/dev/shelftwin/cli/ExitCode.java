package dev.shelftwin.cli;

/** What the process returns to its caller. */
final class ExitCode {

  static final int DONE = 0;

  /** Findings, divergences, or no sample accepted. */
  static final int FOUND = 1;

  /** The call, the plan or the code is wrong; nothing was done. */
  static final int WRONG_INPUT = 2;

  /** An error of Shelf Twin's own, as {@code EX_SOFTWARE} in BSD's sysexits. */
  static final int OWN_ERROR = 70;

  private ExitCode() {}
}
