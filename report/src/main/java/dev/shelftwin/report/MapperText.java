package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** What existing mappers do, as text for people. */
public final class MapperText {

  private MapperText() {}

  /** Each mapper with a count of its flows, then everything that was found; empty without any. */
  public static String of(List<ObservedMapper> mappers, Style style) {
    if (mappers.isEmpty()) {
      return "";
    }
    StringBuilder text = new StringBuilder(style.strong("Existing mappers")).append('\n');
    for (ObservedMapper mapper : mappers) {
      text.append("  ")
          .append(isRight(mapper) ? style.good("as planned") : style.bad("not as planned"))
          .append("  ")
          .append(mapper.hop())
          .append("  ")
          .append(mapper.method())
          .append('\n')
          .append(style.faint("      " + counts(mapper)))
          .append('\n');
    }
    List<Finding> findings =
        mappers.stream().flatMap(mapper -> mapper.findings().stream()).toList();
    text.append('\n');
    if (!findings.isEmpty()) {
      text.append(FindingText.of(findings, style));
    }
    return text.toString();
  }

  /** Whether a mapper does what the plan says, apart from notes. */
  public static boolean isRight(ObservedMapper mapper) {
    return mapper.findings().stream().allMatch(finding -> finding.severity() == Severity.NOTE);
  }

  private static String counts(ObservedMapper mapper) {
    Map<Account, Long> byAccount =
        mapper.flows().stream()
            .collect(Collectors.groupingBy(Flow::account, TreeMap::new, Collectors.counting()));
    String counts =
        byAccount.entrySet().stream()
            .map(entry -> entry.getValue() + " " + entry.getKey().key())
            .collect(Collectors.joining(", "));
    return FindingText.counted(mapper.runs(), "run") + (counts.isEmpty() ? "" : ": " + counts);
  }
}
