package dev.shelftwin.change;

import com.sun.source.tree.Tree;
import java.util.List;
import java.util.stream.Collectors;

/** Adds to the parameters of a method, the components of a record, or the arguments of a call. */
final class Lists {

  /** The longest line. */
  private static final int WIDTH = 100;

  private final TypeSource source;
  private final TextEdits edits;

  Lists(TypeSource source, TextEdits edits) {
    this.source = source;
    this.edits = edits;
  }

  /**
   * Adds an item at the end of a list, in the way in which the list is written.
   *
   * @param items those that are there
   * @param open where the search for the list's parenthesis begins, if it has no items
   */
  void append(List<? extends Tree> items, long open, String item) {
    String text = source.text();
    if (items.isEmpty()) {
      edits.insert(text.indexOf('(', (int) open) + 1L, item);
      return;
    }
    Tree last = items.get(items.size() - 1);
    long end = source.end(last);
    int line = text.lastIndexOf('\n', (int) source.start(last)) + 1;
    boolean ownLine = text.substring(line, (int) source.start(last)).isBlank();
    boolean several =
        items.size() > 1 && line > source.start(items.get(items.size() - 2)) && ownLine;
    int lineEnd = text.indexOf('\n', (int) end);
    int length = (lineEnd < 0 ? text.length() : lineEnd) - line;
    if (several || (ownLine && items.size() == 1)) {
      edits.insert(end, ",\n" + text.substring(line, (int) source.start(last)) + item);
    } else if (length + item.length() + 2 <= WIDTH) {
      edits.insert(end, ", " + item);
    } else {
      oneByOne(items, item);
    }
  }

  /** Breaks a list that gets too long: each item on a line of its own. */
  private void oneByOne(List<? extends Tree> items, String item) {
    String text = source.text();
    long first = source.start(items.get(0));
    int line = text.lastIndexOf('\n', (int) first) + 1;
    String begin = text.substring(line, (int) first);
    boolean isBroken = begin.isBlank();
    int before = begin.length() - begin.stripLeading().length();
    String indent = isBroken ? begin : " ".repeat(before + 4);
    String broken =
        items.stream().map(source::text).collect(Collectors.joining(",\n" + indent))
            + ",\n"
            + indent
            + item;
    edits.replace(
        first, source.end(items.get(items.size() - 1)), (isBroken ? "" : "\n" + indent) + broken);
  }
}
