package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.rule.CheckResult;
import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.stream.Collectors;

/** Findings and errors of the input as text for people. */
public final class FindingText {

  /** How much of a long line is shown, around the place that is meant. */
  private static final int WIDEST = 110;

  private static final String CUT = "…";

  private FindingText() {}

  /** Every finding with its place and remedies, and how many there are. */
  public static String of(List<Finding> findings, Style style) {
    return of(findings, List.of(), style);
  }

  /**
   * Findings of which some are not shown.
   *
   * @param aside what is not shown, as phrases that begin with a number
   */
  public static String of(List<Finding> findings, List<String> aside, Style style) {
    String all = findings.stream().map(finding -> of(finding, style)).collect(Collectors.joining());
    String rest = aside.isEmpty() ? "" : "; " + String.join(", ", aside);
    return all + summary(findings, !aside.isEmpty(), style) + rest + "\n";
  }

  /** The numbers of findings that layers accept, one line for each; empty if there are none. */
  public static String accepted(List<CheckResult.AcceptedByLayer> accepted) {
    return accepted.stream()
        .filter(one -> one.count() > 0)
        .map(
            one ->
                "Accepted in the layer %s: %s %s (%s)%n"
                    .formatted(one.layer(), one.count(), one.rule().key(), one.because().value()))
        .collect(Collectors.joining());
  }

  /** Errors of the input, each with its place and remedy. */
  public static String ofErrors(List<InputError> errors, Style style) {
    return errors.stream()
        .map(
            error ->
                place(error.at(), style)
                    + "  "
                    + style.bad(error.message())
                    + "\n  "
                    + error.remedy()
                    + "\n")
        .collect(Collectors.joining("\n"));
  }

  /** A finding with its place and remedies. */
  public static String of(Finding finding, Style style) {
    StringBuilder text = new StringBuilder();
    text.append(severity(finding, style)).append("  ").append(style.strong(finding.rule().key()));
    text.append("  ").append(finding.concept());
    finding.hop().ifPresent(hop -> text.append("  ").append(hop));
    text.append('\n').append(place(finding.at(), style));
    text.append("  ").append(finding.message()).append('\n');
    finding.remedies().forEach(remedy -> text.append(remedy(remedy, style)));
    return text.append('\n').toString();
  }

  private static String remedy(Remedy remedy, Style style) {
    String advice = "  · " + remedy.advice();
    return remedy
        .row()
        .map(row -> advice + ":\n      " + style.good(row) + "\n")
        .orElse(advice + "\n");
  }

  private static String place(Place at, Style style) {
    String place = "  " + style.faint(at.toString()) + "\n";
    if (at.line() == 0) {
      return place;
    }
    String number = String.valueOf(at.line());
    String margin = "  " + " ".repeat(number.length()) + " | ";
    String line = at.text();
    int column = Math.min(at.column() - 1, line.length());
    int begin = Math.max(0, Math.min(column - WIDEST / 2, line.length() - WIDEST));
    int end = Math.min(line.length(), begin + WIDEST);
    String cut = begin > 0 ? CUT : "";
    String before = cut + line.substring(begin, column);
    return place
        + "  "
        + style.faint(number + " | ")
        + cut
        + line.substring(begin, end)
        + (end < line.length() ? CUT : "")
        + "\n"
        + style.faint(margin)
        + before.replaceAll("[^\t]", " ")
        + style.bad("^")
        + "\n";
  }

  private static String severity(Finding finding, Style style) {
    String key = finding.severity().key();
    return switch (finding.severity()) {
      case ERROR -> style.bad(key);
      case WARNING -> style.doubtful(key);
      case NOTE -> style.strong(key);
    };
  }

  static String summary(List<Finding> findings, boolean isPart, Style style) {
    if (findings.isEmpty() && isPart) {
      return style.good("Nothing else found");
    }
    if (findings.isEmpty()) {
      return style.good("Nothing found:") + " every field is accounted for.";
    }
    long errors = count(findings, Severity.ERROR);
    long warnings = count(findings, Severity.WARNING);
    long notes = count(findings, Severity.NOTE);
    return counted(errors, "error")
        + ", "
        + counted(warnings, "warning")
        + (notes == 0 ? "" : ", " + counted(notes, "note"));
  }

  static long count(List<Finding> findings, Severity severity) {
    return findings.stream().filter(finding -> finding.severity() == severity).count();
  }

  /** What is not the same in an existing schema and in its rows; empty if all is. */
  public static String ofTables(List<Finding> findings, Style style) {
    return findings.isEmpty()
        ? ""
        : style.strong("Existing tables") + "\n\n" + of(findings, style) + "\n";
  }

  /** A number with its noun. */
  public static String counted(long count, String what) {
    return count + " " + what + (count == 1 ? "" : what.endsWith("s") ? "es" : "s");
  }
}
