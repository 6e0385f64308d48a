package dev.shelftwin.report;

/** Colours, or none. The codes are those of ECMA-48, §8.3.117. */
public enum Style {
  PLAIN,
  COLOURED;

  public String strong(String text) {
    return with("1", text);
  }

  public String faint(String text) {
    return with("2", text);
  }

  public String bad(String text) {
    return with("1;31", text);
  }

  public String doubtful(String text) {
    return with("1;33", text);
  }

  public String good(String text) {
    return with("1;32", text);
  }

  private String with(String code, String text) {
    return this == PLAIN ? text : "\u001b[" + code + "m" + text + "\u001b[0m";
  }
}
