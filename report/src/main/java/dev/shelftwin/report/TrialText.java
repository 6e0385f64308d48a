package dev.shelftwin.report;

import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.Snapshot;
import dev.shelftwin.trial.TrialResult;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.apache.commons.text.WordUtils;

/** The results of a trial as text for people. */
public final class TrialText {

  private static final int WIDTH = 100;

  private TrialText() {}

  /**
   * Every route and what became of it.
   *
   * @param command how the trial was called, without its options; repeats a sample when they follow
   */
  public static String of(TrialResult result, String command, Style style) {
    StringBuilder text = new StringBuilder();
    String concept = "";
    for (RouteResult route : result.routes()) {
      if (!route.concept().equals(concept)) {
        concept = route.concept();
        text.append(style.strong(concept)).append('\n');
      }
      text.append(of(route, style));
      for (Divergence divergence : route.divergences()) {
        text.append(of(divergence, style));
        text.append("        repeat it: ")
            .append(style.good(repeat(result, route, divergence, command)))
            .append("\n");
      }
    }
    return text.append('\n').append(summary(result, style)).append('\n').toString();
  }

  private static String of(RouteResult route, Style style) {
    String counts = FindingText.counted(route.samples(), "sample");
    if (route.refused() > 0) {
      counts += ", " + route.refused() + " refused";
    }
    String line =
        String.format(
            Locale.ROOT,
            "  %s  %-44s %s%n",
            outcome(route.outcome(), style),
            String.join("->", route.route()),
            style.faint(counts));
    boolean nothingProved = route.outcome() == Outcome.REFUSED;
    return nothingProved
        ? line + route.reason().map(reason -> "      " + reason + "\n").orElse("")
        : line;
  }

  private static String of(Divergence divergence, Style style) {
    String head =
        "      "
            + style.bad(divergence.kind().key())
            + "  "
            + style.strong(divergence.field())
            + " on "
            + divergence.hop()
            + "\n        sent    "
            + divergence.before()
            + "\n        arrived "
            + divergence.after()
            + "\n        the smallest sample found, after each hop:\n";
    return head
        + divergence.snapshots().stream()
            .map(snapshot -> of(snapshot, style))
            .collect(Collectors.joining());
  }

  private static String of(Snapshot snapshot, Style style) {
    String values =
        snapshot.values().entrySet().stream()
            .map(TrialText::pair)
            .collect(Collectors.joining(", "));
    String wrapped = WordUtils.wrap(values, WIDTH, "\n            ", false);
    return "          " + style.strong(snapshot.station()) + "\n            " + wrapped + "\n";
  }

  private static String pair(Map.Entry<String, String> value) {
    return value.getKey() + " " + value.getValue();
  }

  private static String repeat(
      TrialResult result, RouteResult route, Divergence divergence, String command) {
    return command
        + " --seed "
        + result.seed()
        + " --concept "
        + route.concept()
        + " --sample "
        + divergence.sample();
  }

  private static String outcome(Outcome outcome, Style style) {
    return switch (outcome) {
      case HELD -> style.good("held   ");
      case BROKEN -> style.bad("broken ");
      case REFUSED -> style.doubtful("refused");
    };
  }

  private static String summary(TrialResult result, Style style) {
    long held = result.routes().stream().filter(route -> route.outcome() == Outcome.HELD).count();
    String routes = held + " of " + FindingText.counted(result.routes().size(), "route") + " held";
    return (result.held() ? style.good(routes) : style.bad(routes)) + ", seed " + result.seed();
  }
}
