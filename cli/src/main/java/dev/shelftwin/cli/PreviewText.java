package dev.shelftwin.cli;

import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.report.Style;
import java.util.ArrayList;
import java.util.List;

/** Formats the preview of a change for the terminal. */
final class PreviewText {

  private PreviewText() {}

  static String of(ChangePreview preview, Style style) {
    StringBuilder text = new StringBuilder();
    List<String> files = new ArrayList<>();
    preview.sources().files().keySet().forEach(file -> files.add(file.toString()));
    part(text, style.strong("types that change"), files);
    part(text, style.strong("mappers that change"), preview.mappers());
    part(text, style.bad("mappers that cannot be generated any more"), preview.unwritten());
    part(text, style.bad("what breaks"), findings(preview.broken()));
    part(text, style.bad("what does not compile then"), preview.uncompiled());
    part(text, style.good("what is solved"), findings(preview.solved()));
    part(text, style.doubtful("to do by hand"), preview.sources().byHand());
    if (!preview.breaks()) {
      String what = preview.sources().byHand().isEmpty() ? "nothing" : "nothing else";
      text.append(style.good(what + " breaks"))
          .append(" in the plan, the sources and the generated mappers\n");
    }
    return text.toString();
  }

  private static List<String> findings(List<Finding> findings) {
    return findings.stream()
        .map(one -> one.rule().key() + "  " + one.message() + "  " + one.at())
        .toList();
  }

  private static void part(StringBuilder text, String title, List<String> lines) {
    if (!lines.isEmpty()) {
      text.append(title).append('\n');
      lines.forEach(line -> text.append("  ").append(line).append('\n'));
      text.append('\n');
    }
  }
}
