package dev.shelftwin.shape;

import java.util.Objects;

/**
 * A place in a plan, a source file or a class file.
 *
 * @param file the file as the user gave it, or {@code classes!Class.member} if there is no source
 * @param line counted from 1; 0 if the file has no lines
 * @param column counted from 1; 0 if the file has no lines
 * @param text the line without its end; empty if the file has no lines
 */
public record Place(String file, int line, int column, String text) {

  public Place {
    Objects.requireNonNull(file, "file");
    Objects.requireNonNull(text, "text");
  }

  /** A place without a line, such as a class file or a folder. */
  public static Place in(String file) {
    return new Place(file, 0, 0, "");
  }

  @Override
  public String toString() {
    return line == 0 ? file : file + ":" + line + ":" + column;
  }
}
