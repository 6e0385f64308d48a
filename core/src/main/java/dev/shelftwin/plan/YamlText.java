package dev.shelftwin.plan;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;

/** Writes values as YAML, the short ones on one line. */
final class YamlText {

  /** The longest line that is still read at a glance. */
  private static final int WIDTH = 100;

  private final Dump dump =
      new Dump(
          DumpSettings.builder()
              .setDefaultFlowStyle(FlowStyle.FLOW)
              .setWidth(Integer.MAX_VALUE)
              .setUseUnicodeEncoding(true)
              .build());

  /** A value on one line. */
  String flow(@Nullable Object value) {
    if (value instanceof Map<?, ?> map) {
      return map.entrySet().stream()
          .map(entry -> flow(entry.getKey()) + ": " + flow(entry.getValue()))
          .collect(Collectors.joining(", ", "{ ", " }"));
    }
    if (value instanceof List<?> list) {
      return list.stream().map(this::flow).collect(Collectors.joining(", ", "[", "]"));
    }
    // Within a flow collection more texts need quotes than outside, so that is how it is written.
    String inList = dump.dumpToString(List.of(value == null ? "" : value)).strip();
    return value == null ? "null" : inList.substring(1, inList.length() - 1);
  }

  /**
   * The entries of a mapping, each on a line of its own; what does not fit is broken further.
   *
   * @param indent how far the entries are set in
   */
  String block(Map<?, ?> map, int indent) {
    StringBuilder text = new StringBuilder();
    String margin = " ".repeat(indent);
    map.forEach(
        (key, value) -> {
          String start = margin + flow(key) + ":";
          String line = start + " " + flow(value);
          if (value instanceof Map<?, ?> inner && line.length() > WIDTH) {
            text.append(start).append('\n').append(block(inner, indent + 2));
          } else if (value instanceof List<?> list
              && line.length() > WIDTH
              && list.stream().allMatch(Map.class::isInstance)) {
            text.append(start).append('\n');
            list.forEach(one -> text.append(item((Map<?, ?>) one, indent + 2)));
          } else if (value instanceof List<?> list && line.length() > WIDTH) {
            text.append(start).append('\n').append(wrapped(list, indent + 2));
          } else {
            text.append(line).append('\n');
          }
        });
    return text.toString();
  }

  /** A list in brackets, on as few lines as its items fit on. */
  private String wrapped(List<?> items, int indent) {
    StringBuilder text = new StringBuilder();
    StringBuilder line = new StringBuilder(" ".repeat(indent) + "[");
    String separator = "";
    for (Object item : items) {
      String written = flow(item);
      if (!separator.isEmpty() && line.length() + written.length() + 3 > WIDTH) {
        text.append(line).append(",\n");
        line = new StringBuilder(" ".repeat(indent + 1));
        separator = "";
      }
      line.append(separator).append(written);
      separator = ", ";
    }
    return text.append(line).append("]\n").toString();
  }

  /** An item of a list; on one line if it fits. */
  String item(Map<?, ?> map, int indent) {
    String margin = " ".repeat(indent);
    String line = margin + "- " + flow(map);
    return line.length() <= WIDTH
        ? line + "\n"
        : margin + "- " + block(map, indent + 2).substring(indent + 2);
  }
}
