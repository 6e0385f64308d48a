package dev.shelftwin.change;

import dev.shelftwin.finding.PlanEdit;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Takes rows and names out of the text of a plan and its parts. */
final class PlanEdits {

  private final Map<String, Set<Integer>> rows = new LinkedHashMap<>();
  private final Map<String, Map<Integer, String>> names = new LinkedHashMap<>();

  /** By file, line and column, the last column first. */
  private final Map<String, Map<Integer, Map<Integer, Replacement>>> replacements =
      new LinkedHashMap<>();

  /** What is there, and what comes in its place. */
  private record Replacement(String old, String by) {}

  /** Removes the row that begins in a line, up to what is no part of it. */
  void removeRow(Place at) {
    if (at.line() > 0) {
      rows.computeIfAbsent(at.file(), file -> new HashSet<>()).add(at.line());
    }
  }

  /** Removes a field name from a list in the plan, such as that of an omission. */
  void removeName(Text name) {
    if (name.at().line() > 0) {
      names
          .computeIfAbsent(name.at().file(), file -> new HashMap<>())
          .put(name.at().line(), name.value());
    }
  }

  /** Gives a text another value. */
  void replace(Text text, String by) {
    if (text.at().line() > 0) {
      replaced(text.at().file(), text.at().line())
          .put(text.at().column(), new Replacement(text.value(), by));
    }
  }

  /** Adds a text. */
  void insert(PlanEdit edit) {
    replaced(edit.file(), edit.line()).put(edit.column(), new Replacement("", edit.text()));
  }

  private Map<Integer, Replacement> replaced(String file, int line) {
    return replacements
        .computeIfAbsent(file, key -> new HashMap<>())
        .computeIfAbsent(line, key -> new TreeMap<>(Comparator.reverseOrder()));
  }

  /** The changed files. */
  Map<Path, ChangedSources.Changed> files() {
    Set<String> all = new HashSet<>(rows.keySet());
    all.addAll(names.keySet());
    all.addAll(replacements.keySet());
    Map<Path, ChangedSources.Changed> files = new LinkedHashMap<>();
    for (String file : all.stream().sorted().toList()) {
      try {
        Path path = Path.of(file);
        String before = Files.readString(path);
        files.put(path, new ChangedSources.Changed("", before, edited(file, before)));
      } catch (IOException gone) {
        throw new UncheckedIOException(gone);
      }
    }
    return files;
  }

  private String edited(String file, String before) {
    Set<Integer> begins = rows.getOrDefault(file, Set.of());
    Map<Integer, String> removed = names.getOrDefault(file, Map.of());
    Map<Integer, Map<Integer, Replacement>> replaced = replacements.getOrDefault(file, Map.of());
    List<String> kept = new ArrayList<>();
    int indent = -1;
    int number = 0;
    for (String line : List.of(before.split("\n", -1))) {
      number++;
      int own = indent(line);
      if (begins.contains(number)) {
        indent = own;
      } else if (own <= indent && !line.isBlank()) {
        indent = -1;
        removeEmpty(kept, line);
      }
      if (indent < 0) {
        String name = removed.get(number);
        String edited = replaced(line, replaced.getOrDefault(number, Map.of()));
        kept.add(name == null ? edited : without(edited, name));
      }
    }
    if (indent >= 0) {
      removeEmpty(kept, "");
      kept.add("");
    }
    return String.join("\n", kept);
  }

  /** Removes the key of a row that was removed, if nothing is left under it. */
  private static void removeEmpty(List<String> kept, String next) {
    int last = kept.size() - 1;
    String key = kept.get(last);
    boolean isItem = next.stripLeading().startsWith("- ");
    if (key.endsWith(":")
        && (indent(next) < indent(key) || (indent(next) == indent(key) && !isItem))) {
      kept.remove(last);
    }
  }

  private static int indent(String line) {
    return line.length() - line.stripLeading().length();
  }

  /** A text may stand between quotation marks. */
  private static String replaced(String line, Map<Integer, Replacement> replacements) {
    StringBuilder text = new StringBuilder(line);
    replacements.forEach(
        (column, one) -> {
          int at = text.indexOf(one.old(), column - 1);
          if (at >= 0) {
            text.replace(at, at + one.old().length(), one.by());
          }
        });
    return text.toString();
  }

  private static String without(String line, String name) {
    String word = "\\b" + name + "\\b";
    String shorter = line.replaceFirst(word + "\\s*,\\s*", "");
    return shorter.equals(line) ? line.replaceFirst("\\s*,?\\s*" + word, "") : shorter;
  }
}
