package dev.shelftwin.report;

import com.github.freva.asciitable.AsciiTable;
import com.github.freva.asciitable.Column;
import com.github.freva.asciitable.HorizontalAlign;
import com.github.freva.asciitable.OverflowBehaviour;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Refusal;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.RowLoads;
import dev.shelftwin.trial.Snapshot;
import dev.shelftwin.trial.TrialResult;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.text.WordUtils;

/** The results of a trial as text for people. */
public final class TrialText {

  private static final int COLUMN_WIDTH = 34;
  private static final int REST_WIDTH = 108;
  private static final int ROUTE_WIDTH = 80;
  private static final int ROUTE_INDENT = 38;

  private TrialText() {}

  /**
   * Every route and its result.
   *
   * @param command how the trial was called, without its options; repeats a sample when they follow
   */
  public static String of(TrialResult result, String command, Style style) {
    StringBuilder text = new StringBuilder();
    String concept = "";
    Set<String> told = new HashSet<>(); // evidence for a failure is given once, on its first route
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
        if (told.addAll(together.stream().map(TrialText::identity).toList())) {
          text.append(evidence(together));
          text.append("      repeat it: ")
              .append(
                  style.good(repeat(route, together.get(0), command + " --seed " + result.seed())))
              .append("\n");
        }
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
            "  %s  %s  %s%n",
            outcome(route.outcome(), style),
            style.faint(String.format(Locale.ROOT, "%-24s", counts)),
            legs(route));
    StringBuilder text = new StringBuilder(line);
    for (Refusal refusal : route.refusals()) {
      text.append(style.faint("      refused " + refusal.count() + ": " + refusal.example()))
          .append('\n');
    }
    if (route.refusals().isEmpty() || route.outcome() != Outcome.REFUSED) {
      route.reason().ifPresent(reason -> text.append("      ").append(reason).append('\n'));
    }
    route.loads().ifPresent(loads -> text.append(of(loads, style)));
    return text.toString();
  }

  private static String of(RowLoads loads, Style style) {
    if (loads.walked().isEmpty()) {
      return "";
    }
    boolean one = loads.reading() == 1;
    return "      %s  %s: %s %s %s, mapping them takes %d more%s%n"
        .formatted(
            style.faint(RuleId.ROW_BY_ROW.key()),
            style.strong(String.join(", ", loads.walked())),
            FindingText.counted(loads.reading(), "statement"),
            one ? "reads" : "read",
            FindingText.counted(loads.rows(), "row"),
            loads.all(),
            loads.outside().isEmpty() ? "" : "; outside a session: " + loads.outside());
  }

  /** The route, wrapped if it is too long for one line. */
  private static String legs(RouteResult route) {
    String spaced = String.join(" ->", route.route());
    return WordUtils.wrap(spaced, ROUTE_WIDTH, "\n" + " ".repeat(ROUTE_INDENT), false)
        .replace(" ->", "->");
  }

  /** Kinds of which nothing arrives but the reason. */
  private static final Set<Divergence.Kind> REFUSALS =
      EnumSet.of(Divergence.Kind.REFUSED, Divergence.Kind.FAILED);

  private static String of(Divergence divergence, Style style) {
    return "      "
        + style.bad(divergence.kind().key())
        + "  "
        + style.strong(divergence.field())
        + " on "
        + divergence.hop()
        + ": sent "
        + divergence.before()
        + (REFUSALS.contains(divergence.kind()) ? "; " : ", arrived ")
        + divergence.after()
        + "\n";
  }

  private static String identity(Divergence divergence) {
    return divergence.hop() + " " + divergence.field();
  }

  /** The smallest sample found: the diverging fields at each stop, then the rest of the start. */
  private static String evidence(List<Divergence> together) {
    List<Snapshot> snapshots = together.get(0).snapshots();
    if (snapshots.isEmpty()) {
      return ""; // the method was called with objects of several samples
    }
    Set<String> diverging =
        together.stream()
            .flatMap(divergence -> rowsOf(divergence).stream())
            .collect(Collectors.toSet());
    Map<String, String[]> rows = new LinkedHashMap<>();
    for (int column = 0; column < snapshots.size(); column++) {
      for (Snapshot.Value value : snapshots.get(column).values()) {
        if (diverging.isEmpty() || diverging.contains(value.row())) {
          String[] row =
              rows.computeIfAbsent(value.row(), name -> emptyRow(name, snapshots.size() + 1));
          row[column + 1] = cell(value);
        }
      }
    }
    List<Column> columns = new ArrayList<>(List.of(column("")));
    snapshots.forEach(snapshot -> columns.add(column(snapshot.resolved())));
    String table =
        AsciiTable.builder()
            .border(AsciiTable.NO_BORDERS)
            .data(columns.toArray(Column[]::new), rows.values().toArray(String[][]::new))
            .asString();
    StringBuilder text = new StringBuilder("      the smallest sample found, after each hop:\n");
    table.lines().forEach(line -> text.append("      ").append(line.stripTrailing()).append('\n'));
    text.append(rest(snapshots.get(0), diverging));
    snapshots.stream()
        .filter(snapshot -> !snapshot.text().isEmpty())
        .map(snapshot -> "       " + snapshot.resolved() + ": " + snapshot.text() + "\n")
        .forEach(text::append);
    return text.toString();
  }

  private static Set<String> rowsOf(Divergence divergence) {
    String field = divergence.field().substring(divergence.field().lastIndexOf('.') + 1);
    return divergence.snapshots().stream()
        .flatMap(snapshot -> snapshot.values().stream())
        .filter(value -> value.field().equals(field))
        .map(Snapshot.Value::row)
        .collect(Collectors.toSet());
  }

  private static String cell(Snapshot.Value value) {
    boolean renamed = !value.field().equals(value.row());
    return (renamed ? value.field() + " " : "")
        + value.text()
        + (value.type().isEmpty() ? "" : "\n" + value.type());
  }

  private static String rest(Snapshot start, Set<String> diverging) {
    String values =
        start.values().stream()
            .filter(value -> !diverging.isEmpty() && !diverging.contains(value.row()))
            .map(value -> value.field() + " " + value.text())
            .collect(Collectors.joining(", "));
    String wrapped = WordUtils.wrap("with " + values, REST_WIDTH, "\n         ", false);
    return values.isEmpty() ? "" : "       " + wrapped + "\n";
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

  /**
   * One divergence with its smallest sample.
   *
   * @param command how a trial of the same plan and seed is called; repeats the sample when the
   *     options of the sample follow
   */
  public static String failure(RouteResult route, Divergence divergence, String command) {
    return of(divergence, Style.PLAIN)
        + evidence(List.of(divergence))
        + "      repeat it: "
        + repeat(route, divergence, command)
        + "\n";
  }

  private static String repeat(RouteResult route, Divergence divergence, String command) {
    return command + " --concept " + route.concept() + " --sample " + divergence.sample();
  }

  private static String outcome(Outcome outcome, Style style) {
    return switch (outcome) {
      case HELD -> style.good("held   ");
      case INCOMPLETE -> style.doubtful("incomplete");
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
