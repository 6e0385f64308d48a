package dev.shelftwin.trial;

/** The users' own types refused a sample; it is counted and nothing is proved by it. */
final class SampleRefused extends Exception {

  private static final long serialVersionUID = 1L;

  SampleRefused(String reason) {
    super(reason, null, false, false);
  }
}
