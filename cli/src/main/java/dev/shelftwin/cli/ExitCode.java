package dev.shelftwin.cli;

/** What the process returns to its caller. */
final class ExitCode {

  static final int DONE = 0;

  /** Findings, divergences, or no sample accepted. */
  static final int FOUND = 1;

  /** The call, the plan or the code is wrong; nothing was done. */
  static final int WRONG_INPUT = 2;

  /** An internal error of Shelf Twin; the number is {@code EX_SOFTWARE} of BSD's sysexits. */
  static final int OWN_ERROR = 70;

  private ExitCode() {}
}
