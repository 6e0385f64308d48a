package dev.shelftwin.describe;

import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The text of one source file: its imports, and its lines. */
final class JavaText {

  private static final int WIDTH = 100;

  private final TypeRef own;
  private final Map<String, String> imports = new TreeMap<>();
  private final List<String> lines = new ArrayList<>();

  JavaText(TypeRef own) {
    this.own = own;
  }

  /** A type as the file writes it. */
  String name(TypeRef type) {
    String written = type.isPrimitive() ? type.name() : imported(type.packageName(), type.name());
    if (TypeRef.of(type.packageName(), type.name()).isPrimitive()) {
      written = type.name();
    }
    if (!type.arguments().isEmpty()) {
      written +=
          type.arguments().stream().map(this::name).collect(Collectors.joining(", ", "<", ">"));
    }
    return written + "[]".repeat(type.dimensions());
  }

  /** A type by its package and name. */
  String imported(String packageName, String name) {
    if (packageName.equals("java.lang") || packageName.equals(own.packageName())) {
      return name;
    }
    int dot = name.indexOf('.');
    String outermost = dot < 0 ? name : name.substring(0, dot);
    String qualified = packageName + "." + outermost;
    boolean isFree = !outermost.equals(own.name());
    return isFree && imports.computeIfAbsent(outermost, free -> qualified).equals(qualified)
        ? name
        : packageName + "." + name;
  }

  /** Adds a line. */
  JavaText line(String text) {
    lines.add(text);
    return this;
  }

  /**
   * Adds a call or a header with its arguments: on one line if they fit, else one on each line.
   *
   * @param begin everything before the arguments
   * @param end everything behind them
   */
  JavaText list(String begin, List<String> arguments, String end) {
    String line = begin + String.join(", ", arguments) + end;
    boolean fits = line.length() <= WIDTH && arguments.stream().noneMatch(one -> one.contains("@"));
    if (fits) {
      return line(line);
    }
    String indent = " ".repeat(begin.length() - begin.stripLeading().length() + 4);
    line(begin);
    for (int index = 0; index < arguments.size(); index++) {
      boolean last = index == arguments.size() - 1;
      line(indent + arguments.get(index) + (last ? end : ","));
    }
    return this;
  }

  /** A text as Java writes it. */
  static String quoted(String text) {
    StringBuilder quoted = new StringBuilder("\"");
    for (int at = 0; at < text.length(); at++) {
      char next = text.charAt(at);
      switch (next) {
        case '"' -> quoted.append("\\\"");
        case '\\' -> quoted.append("\\\\");
        case '\n' -> quoted.append("\\n");
        case '\t' -> quoted.append("\\t");
        default -> quoted.append(next);
      }
    }
    return quoted.append('"').toString();
  }

  /** The whole file. */
  String file() {
    StringBuilder text = new StringBuilder("package " + own.packageName() + ";\n\n");
    imports.values().stream()
        .sorted()
        .forEach(name -> text.append("import ").append(name).append(";\n"));
    if (!imports.isEmpty()) {
      text.append('\n');
    }
    lines.forEach(line -> text.append(line).append('\n'));
    return text.toString();
  }
}
