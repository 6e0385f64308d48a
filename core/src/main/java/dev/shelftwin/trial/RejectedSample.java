package dev.shelftwin.trial;

/** Thrown if the users' types reject a sample. The sample is counted, but proves nothing. */
final class RejectedSample extends RuntimeException {

  private static final long serialVersionUID = 1L;

  RejectedSample(String reason) {
    super(reason, null, false, false);
  }
}
