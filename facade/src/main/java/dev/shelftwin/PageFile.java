package dev.shelftwin;

import java.nio.file.Path;
import java.util.Map;

/** A page for people to read. */
public final class PageFile {

  private PageFile() {}

  /**
   * Writes a page, or replaces it.
   *
   * @throws dev.shelftwin.finding.InputException if the file cannot be written; what was there
   *     stays
   */
  public static void write(Path file, String text) {
    WholeFiles.write(Map.of(file, text), "the page", "write it elsewhere with --to");
  }
}
