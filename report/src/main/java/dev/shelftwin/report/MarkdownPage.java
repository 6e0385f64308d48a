package dev.shelftwin.report;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;

/** The page for wikis: tables of GitHub Flavored Markdown 0.29, §4.10. */
public final class MarkdownPage {

  private MarkdownPage() {}

  /** The page. */
  public static String of(Page.Sources sources) {
    Page page = Page.of(sources);
    StringBuilder text = new StringBuilder("# " + MarkdownReport.escaped(page.name()) + "\n");
    page.trial()
        .ifPresent(
            trial ->
                text.append(
                    "\nTrial: %d of %d routes held, %d fields tried, %d not; seed %d\n"
                        .formatted(
                            trial.held(),
                            trial.routes(),
                            trial.tried(),
                            trial.untried(),
                            trial.seed())));
    problems(page.findings(), text);
    page.concepts().forEach(concept -> add(concept, text));
    return text.append("\n→ from the hub, ← to the hub, ⇄ both ways.\n").toString();
  }

  private static void add(Page.Concept concept, StringBuilder text) {
    text.append("\n## " + MarkdownReport.escaped(concept.name()) + "\n");
    problems(concept.findings(), text);
    List<String> head = new ArrayList<>(List.of("field"));
    concept
        .columns()
        .forEach(
            column ->
                head.add(
                    MarkdownReport.escaped(column.type())
                        + "<br>"
                        + column.layer()
                        + ", "
                        + column.use()));
    text.append('\n').append(line(head));
    text.append(line(Collections.nCopies(head.size(), "---")));
    for (Page.Row row : concept.rows()) {
      List<String> cells =
          new ArrayList<>(List.of("**" + MarkdownReport.escaped(row.name()) + "**"));
      row.cells().forEach(cell -> cells.add(text(cell)));
      text.append(line(cells));
    }
  }

  private static String line(List<String> cells) {
    return cells.stream().collect(Collectors.joining(" | ", "| ", " |\n"));
  }

  private static String text(Page.Cell cell) {
    List<String> lines = new ArrayList<>();
    if (!cell.name().isEmpty()) {
      lines.add(
          (MarkdownReport.escaped(cell.name()) + " " + MarkdownReport.escaped(cell.type()))
              .strip());
    }
    if (!cell.facts().isEmpty()) {
      lines.add(MarkdownReport.escaped(String.join(", ", cell.facts())));
    }
    if (!cell.tried().isEmpty()) {
      lines.add(cell.tried());
    }
    if (cell.isSameBothWays()) {
      cell.out().ifPresent(step -> lines.add("⇄ " + text(step)));
    } else {
      cell.out().ifPresent(step -> lines.add("→ " + text(step)));
      cell.in().ifPresent(step -> lines.add("← " + text(step)));
    }
    return String.join("<br>", lines);
  }

  private static String text(Page.Step step) {
    return step.details().isEmpty()
        ? step.account()
        : step.account() + ": " + MarkdownReport.escaped(step.details());
  }

  private static void problems(List<Page.Problem> problems, StringBuilder text) {
    for (Page.Problem one : problems) {
      text.append(
          "\n- %s `%s` %s<br>%s"
              .formatted(
                  one.severity().equals("error") ? "**error**" : one.severity(),
                  one.rule(),
                  MarkdownReport.escaped(one.message()),
                  MarkdownReport.code(one.at())));
    }
    text.append(problems.isEmpty() ? "" : "\n");
  }
}
