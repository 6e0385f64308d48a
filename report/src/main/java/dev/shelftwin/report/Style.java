package dev.shelftwin.report;

/** Colours, or none. The codes are those of ECMA-48, §8.3.117. */
public enum Style {
  PLAIN,
  COLOURED;

  String strong(String text) {
    return with("1", text);
  }

  String faint(String text) {
    return with("2", text);
  }

  String bad(String text) {
    return with("1;31", text);
  }

  String doubtful(String text) {
    return with("1;33", text);
  }

  String good(String text) {
    return with("1;32", text);
  }

  private String with(String code, String text) {
    return this == PLAIN ? text : "\u001b[" + code + "m" + text + "\u001b[0m";
  }
}
