package dev.shelftwin.observe;

/** The source's own type rejects the values that a mapper was to be given. */
final class RejectedSource extends RuntimeException {

  private static final long serialVersionUID = 1L;

  RejectedSource(Slot source) {
    super(source.type().name() + " rejects the sample values", null, false, false);
  }
}
