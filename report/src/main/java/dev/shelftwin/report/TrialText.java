package dev.shelftwin.report;

import com.github.freva.asciitable.AsciiTable;
import com.github.freva.asciitable.Column;
import com.github.freva.asciitable.HorizontalAlign;
import com.github.freva.asciitable.OverflowBehaviour;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.Snapshot;
import dev.shelftwin.trial.TrialResult;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/** The results of a trial as text for people. */
public final class TrialText {

  private static final int COLUMN_WIDTH = 34;

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
      // Fields that diverge together, as a swapped pair does, share one piece of evidence.
      Map<String, List<Divergence>> byHop =
          route.divergences().stream()
              .collect(
                  Collectors.groupingBy(
                      divergence -> divergence.hop() + divergence.sample(),
                      LinkedHashMap::new,
                      Collectors.toList()));
      for (List<Divergence> together : byHop.values()) {
        together.forEach(divergence -> text.append(of(divergence, style)));
        Divergence first = together.get(0);
        text.append(evidence(first));
        text.append("      repeat it: ")
            .append(style.good(repeat(result, route, first, command)))
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
    return "      "
        + style.bad(divergence.kind().key())
        + "  "
        + style.strong(divergence.field())
        + " on "
        + divergence.hop()
        + ": sent "
        + divergence.before()
        + ", arrived "
        + divergence.after()
        + "\n";
  }

  /** The smallest sample found, a column for each station that it reached. */
  private static String evidence(Divergence divergence) {
    List<Snapshot> snapshots = divergence.snapshots();
    Map<String, String[]> rows = new LinkedHashMap<>();
    for (int column = 0; column < snapshots.size(); column++) {
      for (Snapshot.Value value : snapshots.get(column).values()) {
        String[] row =
            rows.computeIfAbsent(value.row(), name -> emptyRow(name, snapshots.size() + 1));
        boolean renamed = !value.field().equals(value.row());
        row[column + 1] =
            (renamed ? value.field() + " " : "")
                + value.text()
                + (value.type().isEmpty() ? "" : "\n" + value.type());
      }
    }
    List<Column> columns = new ArrayList<>(List.of(column("")));
    snapshots.forEach(snapshot -> columns.add(column(snapshot.station())));
    String table =
        AsciiTable.builder()
            .border(AsciiTable.NO_BORDERS)
            .data(columns.toArray(Column[]::new), rows.values().toArray(String[][]::new))
            .asString();
    String texts =
        snapshots.stream()
            .filter(snapshot -> !snapshot.text().isEmpty())
            .map(snapshot -> "       " + snapshot.station() + "  " + snapshot.text() + "\n")
            .collect(Collectors.joining());
    return "      the smallest sample found, after each hop:\n"
        + table
            .lines()
            .map(line -> "      " + line.stripTrailing() + "\n")
            .collect(Collectors.joining())
        + texts;
  }

  private static String[] emptyRow(String name, int size) {
    String[] row = new String[size];
    Arrays.fill(row, "");
    row[0] = name;
    return row;
  }

  private static Column column(String header) {
    return new Column()
        .header(header)
        .headerAlign(HorizontalAlign.LEFT)
        .dataAlign(HorizontalAlign.LEFT)
        .maxWidth(COLUMN_WIDTH, OverflowBehaviour.NEWLINE);
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
