package dev.shelftwin.shape;

import java.util.Objects;

/**
 * Where something stands: in a plan, in a source file, or in a class file.
 *
 * @param file the file as the user gave it, or {@code classes!Class.member} where there is no
 *     source
 * @param line counted from 1; 0 where there are no lines
 * @param column counted from 1; 0 where there are no lines
 * @param text the line itself, without its end; empty where there are no lines
 */
public record Place(String file, int line, int column, String text) {

  public Place {
    Objects.requireNonNull(file, "file");
    Objects.requireNonNull(text, "text");
  }

  /** A place in something that has no lines, such as a class file or a folder. */
  public static Place in(String file) {
    return new Place(file, 0, 0, "");
  }

  @Override
  public String toString() {
    return line == 0 ? file : file + ":" + line + ":" + column;
  }
}
