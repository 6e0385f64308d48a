package dev.shelftwin.report;

import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.observe.Comparison;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.apache.commons.text.WordUtils;

/** What existing mappers do, as text for people. */
public final class MapperText {

  private static final int WIDTH = 100;

  private MapperText() {}

  /**
   * Each mapper with a count of its flows, then everything that was found, once; empty without any.
   */
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
      mapper.comparison().ifPresent(comparison -> text.append(of(comparison, style)));
    }
    text.append('\n');
    if (mappers.stream().anyMatch(mapper -> !mapper.findings().isEmpty())) {
      FindingsOnce once = new FindingsOnce(mappers);
      text.append(FindingText.of(once.shown(), once.aside(), style));
    }
    return text.toString();
  }

  private static String of(Comparison comparison, Style style) {
    if (comparison.reason().isPresent()) {
      return "      not compared: " + comparison.reason().get() + "\n";
    }
    StringBuilder text = new StringBuilder();
    if (comparison.differences().isEmpty()) {
      String tried =
          comparison.unexercised().isEmpty()
              ? "every field exercised"
              : "with one value only: " + String.join(", ", comparison.unexercised());
      text.append("      ")
          .append(style.good("no difference from the generated mapper"))
          .append(" in " + FindingText.counted(comparison.samples(), "sample") + ", " + tried)
          .append('\n');
    }
    for (Comparison.Difference one : comparison.differences()) {
      text.append("      ")
          .append(style.bad("differs from the generated mapper"))
          .append(one.path().isEmpty() ? "" : " in " + one.path())
          .append(": " + one.existing() + ", generated: " + one.generated() + "\n")
          .append(style.faint("        with " + wrapped(one.sample())))
          .append('\n');
    }
    return text.toString();
  }

  private static String wrapped(String sample) {
    return WordUtils.wrap(sample, WIDTH, "\n             ", false);
  }

  /** Whether a mapper does what the plan says, apart from notes. */
  public static boolean isRight(ObservedMapper mapper) {
    return mapper.findings().stream().allMatch(finding -> finding.severity() == Severity.NOTE)
        && mapper.comparison().map(Comparison::differences).filter(all -> !all.isEmpty()).isEmpty();
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
