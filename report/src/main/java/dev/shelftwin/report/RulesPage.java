package dev.shelftwin.report;

import dev.shelftwin.finding.RuleId;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** The description of every rule as Markdown (CommonMark 0.31). */
public final class RulesPage {

  private static final String HEADING = "## ";

  private RulesPage() {}

  /** A table of all rules, then their descriptions. */
  public static String text() {
    Map<String, String> sections = sections();
    String table =
        Arrays.stream(RuleId.values())
            .map(
                rule ->
                    "| [%s](#%s) | %s | %s |\n"
                        .formatted(rule.key(), rule.key(), rule.severity().key(), rule.summary()))
            .collect(Collectors.joining());
    String rules =
        Arrays.stream(RuleId.values())
            .map(rule -> HEADING + rule.key() + "\n\n" + of(rule, sections))
            .collect(Collectors.joining("\n"));
    return """
        # Rules

        The rules of `check`, and those of `trial` about existing mappers. A finding can be accepted with a reason, in the row of its field or for a whole layer:
        `accept: { lossy-conversion: seconds are enough }`. `check --explain RULE` shows one of these sections.

        | rule | severity | reports |
        |---|---|---|
        """
        + table
        + "\n"
        + rules;
  }

  /** The description of one rule. */
  public static String of(RuleId rule) {
    return of(rule, sections());
  }

  private static String of(RuleId rule, Map<String, String> sections) {
    String section = Objects.requireNonNull(sections.get(rule.key()), rule.key());
    return "%s: %s.\n\n%s".formatted(capital(rule.severity().key()), rule.summary(), section);
  }

  private static String capital(String word) {
    return Character.toUpperCase(word.charAt(0)) + word.substring(1);
  }

  private static Map<String, String> sections() {
    Map<String, String> sections = new LinkedHashMap<>();
    for (String section : resource().split("(?m)^" + HEADING, -1)) {
      int end = section.indexOf('\n');
      if (end > 0) {
        sections.put(section.substring(0, end), section.substring(end).strip() + "\n");
      }
    }
    return sections;
  }

  private static String resource() {
    try (InputStream in = RulesPage.class.getResourceAsStream("rules.md")) {
      return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
