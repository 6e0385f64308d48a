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
import dev.shelftwin.trial.TrialResult;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
      for (List<Divergence> together : together(route)) {
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

  /** Fields that diverge together, as a swapped pair does, share one piece of evidence. */
  static Collection<List<Divergence>> together(RouteResult route) {
    return route.divergences().stream()
        .collect(
            Collectors.groupingBy(
                divergence -> divergence.hop() + divergence.sample(),
                LinkedHashMap::new,
                Collectors.toList()))
        .values();
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

  static String of(Divergence divergence, Style style) {
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

  static String identity(Divergence divergence) {
    return divergence.hop() + " " + divergence.field();
  }

  /** The diverging fields at each stop, then the rest of the start. */
  private static String evidence(List<Divergence> together) {
    return Evidence.of(together).map(TrialText::text).orElse("");
  }

  private static String text(Evidence evidence) {
    List<Column> columns = new ArrayList<>(List.of(column("")));
    evidence.stops().forEach(stop -> columns.add(column(stop)));
    String table =
        AsciiTable.builder()
            .border(AsciiTable.NO_BORDERS)
            .data(
                columns.toArray(Column[]::new),
                evidence.rows().stream()
                    .map(
                        row ->
                            Stream.concat(Stream.of(row.name()), row.values().stream())
                                .toArray(String[]::new))
                    .toArray(String[][]::new))
            .asString();
    StringBuilder text = new StringBuilder("      the smallest sample found, after each hop:\n");
    table.lines().forEach(line -> text.append("      ").append(line.stripTrailing()).append('\n'));
    if (!evidence.rest().isEmpty()) {
      String rest = "with " + String.join(", ", evidence.rest());
      text.append("       ")
          .append(WordUtils.wrap(rest, REST_WIDTH, "\n         ", false))
          .append('\n');
    }
    for (Evidence.Values one : evidence.texts()) {
      text.append("       ").append(one.name()).append(": ");
      text.append(String.join("", one.values())).append('\n');
    }
    return text.toString();
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
