package dev.shelftwin.change;

import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Edits of one text, which do not overlap. Everything else keeps its place, and new lines end as
 * those of the text do.
 */
final class TextEdits {

  private final String text;
  private final Set<Edit> edits = new LinkedHashSet<>();

  TextEdits(String text) {
    this.text = text;
  }

  /**
   * One edit.
   *
   * @param start the first character that is replaced, counted from 0
   * @param end behind the last one
   */
  private record Edit(long start, long end, String by) {}

  String text() {
    return text;
  }

  void insert(long at, String what) {
    edits.add(new Edit(at, at, what));
  }

  void replace(long start, long end, String by) {
    edits.add(new Edit(start, end, by));
  }

  boolean isEmpty() {
    return edits.isEmpty();
  }

  /** Where the edits begin, in the order of the text. */
  List<Long> starts() {
    return edits.stream().map(Edit::start).sorted().toList();
  }

  /** The text with all edits; several at one place come in the order in which they were made. */
  String edited() {
    List<Edit> ordered =
        edits.stream().sorted(Comparator.comparingLong(Edit::start)).collect(Collectors.toList());
    boolean hasReturns = text.contains("\r\n");
    StringBuilder edited = new StringBuilder();
    int at = 0;
    for (Edit edit : ordered) {
      edited
          .append(text, at, (int) edit.start())
          .append(hasReturns ? edit.by().replaceAll("\r?\n", "\r\n") : edit.by());
      at = (int) edit.end();
    }
    return edited.append(text.substring(at)).toString();
  }
}
