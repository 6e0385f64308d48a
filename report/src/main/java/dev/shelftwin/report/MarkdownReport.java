package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.Severity;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Findings as Markdown (CommonMark 0.31), short enough for a comment on a change. */
public final class MarkdownReport {

  /** Comments on changes are limited; so many findings nobody reads there. */
  private static final int MOST = 50;

  private static final Pattern SPECIAL = Pattern.compile("[\\\\`*_{}\\[\\]<>#|~&!]");

  private MarkdownReport() {}

  /**
   * Findings with their places and remedies, one after the other.
   *
   * @param project the name of the plan
   * @param aside what is not shown, as phrases that begin with a number
   * @param root the folder that file names are relative to, as far as they are in it
   */
  public static String of(String project, List<Finding> findings, List<String> aside, Path root) {
    StringBuilder text = new StringBuilder("### Shelf Twin: " + escaped(project) + "\n\n");
    text.append(
        FindingText.summary(findings, !aside.isEmpty(), Style.PLAIN)
            + (aside.isEmpty() ? "" : "; " + String.join(", ", aside))
            + "\n");
    findings.stream().limit(MOST).forEach(finding -> add(finding, root, text));
    if (findings.size() > MOST) {
      text.append(
          "\n%d more are not shown here: `shelf-twin check` shows all.\n"
              .formatted(findings.size() - MOST));
    }
    return text.toString();
  }

  private static void add(Finding finding, Path root, StringBuilder text) {
    String severity = finding.severity().key();
    text.append("\n- ")
        .append(finding.severity() == Severity.ERROR ? "**" + severity + "**" : severity)
        .append(" `" + finding.rule().key() + "` " + escaped(finding.message()))
        .append("<br>" + code(place(finding, root)) + "\n");
    for (Remedy remedy : finding.remedies()) {
      text.append("  - " + escaped(remedy.advice()));
      remedy.row().ifPresent(row -> text.append(": " + code(row)));
      text.append('\n');
    }
  }

  private static String place(Finding finding, Path root) {
    Path folder = root.toAbsolutePath().normalize();
    if (finding.at().line() == 0) {
      return finding.at().toString();
    }
    Path file = Path.of(finding.at().file()).toAbsolutePath().normalize();
    String shown =
        file.startsWith(folder) ? folder.relativize(file).toString() : finding.at().file();
    return shown.replace('\\', '/') + ":" + finding.at().line();
  }

  static String escaped(String text) {
    return SPECIAL
        .matcher(text.replaceAll("\\s+", " "))
        .replaceAll(special -> Matcher.quoteReplacement("\\" + special.group()));
  }

  /** Code within a line; as many backticks around it as it needs (§6.1). */
  static String code(String text) {
    String line = text.replaceAll("\\s+", " ");
    String fence = "`";
    while (line.contains(fence)) {
      fence += "`";
    }
    String space = line.startsWith("`") || line.endsWith("`") ? " " : "";
    return fence + space + line + space + fence;
  }
}
