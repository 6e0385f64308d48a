package dev.shelftwin.report;

import com.github.freva.asciitable.AsciiTable;
import com.github.freva.asciitable.Column;
import com.github.freva.asciitable.HorizontalAlign;
import com.github.freva.asciitable.OverflowBehaviour;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.commons.text.WordUtils;

/** The ledger as tables for people: one for each concept, a row for each field. */
public final class LedgerTable {

  /** Columns of text; what a terminal of usual width shows. */
  private static final int WIDTH = 120;

  private static final int DOMAIN_WIDTH = 27;

  /** The space inside a cell at both sides and its border. */
  private static final int FRAME = 3;

  /** Light lines (Unicode, Box Drawing), in the order that the table asks for them. */
  private static final Character[] LINES = {
    '┌', '─', '┬', '┐', '│', '│', '│', '├', '─', '┼', '┤', '│', '│', '│', '├', '─', '┼', '┤', '├',
    '─', '┼', '┤', '│', '│', '│', '└', '─', '┴', '┘'
  };

  /** Keeps words together that belong to one mark; shown as a space. */
  private static final char JOINED = '\u00a0';

  private static final Pattern FAULTS = Pattern.compile("\\b(lost|unfilled)\\b");

  private LedgerTable() {}

  /** All tables, at most 120 columns wide. */
  public static String of(Ledger ledger, Style style) {
    String tables =
        ledger.concepts().stream()
            .map(concept -> of(concept, style))
            .collect(Collectors.joining("\n"));
    return tables + "\n→ out of the domain  ← into it  ⇄ both ways\n";
  }

  /** How many accounts of each kind there are. */
  public static String summary(Ledger ledger, Style style) {
    List<HopLedger> hops =
        ledger.concepts().stream().flatMap(concept -> concept.hops().stream()).toList();
    List<Entry> entries = hops.stream().flatMap(hop -> hop.entries().stream()).toList();
    String kinds =
        Arrays.stream(Account.values())
            .map(account -> counted(entries, account, style))
            .filter(text -> !text.isEmpty())
            .collect(Collectors.joining(", "));
    return entries.size() + " accounts on " + hops.size() + " hops: " + kinds;
  }

  private static String counted(List<Entry> entries, Account account, Style style) {
    long count = entries.stream().filter(entry -> entry.account() == account).count();
    String text = count + " " + account.key();
    if (account.isFault()) {
      return count == 0 ? style.good("none " + account.key()) : style.bad(text);
    }
    return count == 0 ? "" : text;
  }

  private static String of(ConceptLedger concept, Style style) {
    List<Layer> layers = concept.outer().stream().map(Station::layer).distinct().toList();
    List<Column> columns = new ArrayList<>();
    Station domain = concept.hub();
    columns.add(column(domain.layer().name() + ": " + domain, DOMAIN_WIDTH));
    List<Integer> widths = widths(concept, layers);
    for (int index = 0; index < layers.size(); index++) {
      columns.add(column(header(concept, layers.get(index)), widths.get(index)));
    }
    List<List<String>> rows = rows(concept, layers, widths);
    String[][] cells =
        rows.stream().map(row -> row.toArray(String[]::new)).toArray(String[][]::new);
    String table =
        AsciiTable.builder()
            .border(LINES)
            .data(columns.toArray(Column[]::new), cells)
            .asString()
            .replace(JOINED, ' ');
    String marked = FAULTS.matcher(table).replaceAll(match -> style.bad(match.group()));
    return style.strong(concept.name()) + "\n" + marked + "\n" + past(concept, style);
  }

  /** What reads that skip the domain do, field by field. */
  private static String past(ConceptLedger concept, Style style) {
    StringBuilder text = new StringBuilder();
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().isDirect()) {
        text.append(style.strong(hop.hop() + ", past " + concept.hub().layer().name()) + "\n");
        hop.entries().forEach(entry -> text.append(wrapped("  " + past(entry), WIDTH) + "\n"));
      }
    }
    return text.toString().replace(JOINED, ' ');
  }

  private static String past(Entry entry) {
    String from = entry.sources().stream().map(Field::name).collect(Collectors.joining(", "));
    String to = entry.target().map(field -> "→ " + field.name()).orElse("");
    return String.join("  ", (from + " " + to).strip(), account(entry));
  }

  /** A layer with several shapes says more, so it gets more of the width. */
  private static List<Integer> widths(ConceptLedger concept, List<Layer> layers) {
    List<Long> weights =
        layers.stream()
            .map(
                layer ->
                    concept.outer().stream()
                        .filter(station -> station.layer().equals(layer))
                        .count())
            .map(shapes -> shapes > 1 ? 4L : 3L)
            .toList();
    long all = weights.stream().mapToLong(Long::longValue).sum();
    int rest = WIDTH - 1 - DOMAIN_WIDTH - FRAME - FRAME * layers.size();
    return weights.stream().map(weight -> (int) (rest * weight / all)).toList();
  }

  private static Column column(String header, int width) {
    return new Column()
        .header(header)
        .headerAlign(HorizontalAlign.LEFT)
        .dataAlign(HorizontalAlign.LEFT)
        .maxWidth(width + 2, OverflowBehaviour.NEWLINE);
  }

  private static String header(ConceptLedger concept, Layer layer) {
    return concept.outer().stream()
        .filter(station -> station.layer().equals(layer))
        .map(station -> station + direction(station))
        .collect(Collectors.joining(", ", layer.name() + ": ", ""));
  }

  private static String direction(Station station) {
    return station.role() == Role.TRANSFER ? " (" + station.use().direction().key() + ")" : "";
  }

  private static List<List<String>> rows(
      ConceptLedger concept, List<Layer> layers, List<Integer> widths) {
    Map<String, Map<Layer, Map<String, List<String>>>> rows = new LinkedHashMap<>();
    for (Field field : concept.hub().shape().fields()) {
      if (isKnown(concept, field)) {
        rows.put(rowOf(field), new LinkedHashMap<>());
      }
    }
    for (Station outer : concept.outer()) {
      Map<String, Cell> cells = new LinkedHashMap<>();
      concept.hop(concept.hub(), outer).ifPresent(hop -> collect(hop, cells));
      concept.hop(outer, concept.hub()).ifPresent(hop -> collect(hop, cells));
      cells.forEach(
          (row, cell) ->
              rows.computeIfAbsent(row, key -> new LinkedHashMap<>())
                  .computeIfAbsent(outer.layer(), key -> new LinkedHashMap<>())
                  .computeIfAbsent(cell.text(), key -> new ArrayList<>())
                  .add(isAlone(concept, outer) ? "" : outer.label()));
    }
    List<List<String>> table = new ArrayList<>();
    rows.forEach(
        (name, byLayer) -> {
          List<String> row = new ArrayList<>(List.of(name.startsWith("·") ? "" : name));
          for (int index = 0; index < layers.size(); index++) {
            Map<String, List<String>> texts = byLayer.getOrDefault(layers.get(index), Map.of());
            row.add(cellText(texts, widths.get(index)));
          }
          table.add(row);
        });
    return table;
  }

  /** Shapes of one layer that treat a field alike stand together. */
  private static String cellText(Map<String, List<String>> shapesByText, int width) {
    return shapesByText.entrySet().stream()
        .map(
            entry -> {
              String shapes = String.join(", ", entry.getValue());
              String text = shapes.isEmpty() ? entry.getKey() : shapes + ": " + entry.getKey();
              return text.lines()
                  .map(line -> wrapped(line, width))
                  .collect(Collectors.joining("\n"));
            })
        .collect(Collectors.joining("\n"));
  }

  /** Later lines are set in, so they hold less. */
  private static String wrapped(String line, int width) {
    return line.length() <= width
        ? line
        : WordUtils.wrap(line, width - 3, "\n" + JOINED + JOINED + JOINED, false);
  }

  private static String rowOf(Field field) {
    return field.name() + " " + JOINED + field.type();
  }

  private static boolean isAlone(ConceptLedger concept, Station outer) {
    return concept.outer().stream().filter(station -> station.layer().equals(outer.layer())).count()
        == 1;
  }

  private static boolean isKnown(ConceptLedger concept, Field field) {
    return concept.hops().stream()
        .flatMap(hop -> hop.entries().stream())
        .anyMatch(
            entry -> entry.sources().contains(field) || entry.target().equals(Optional.of(field)));
  }

  private static void collect(HopLedger hop, Map<String, Cell> cells) {
    boolean inward = hop.hop().inward();
    for (Entry entry : hop.entries()) {
      Optional<Field> source = entry.source();
      Optional<Field> inside = inward ? entry.target() : source;
      Optional<Field> outside = inward ? source : entry.target();
      String row =
          inside.map(LedgerTable::rowOf).orElseGet(() -> "·" + outside.map(Field::name).orElse(""));
      Cell cell = cells.computeIfAbsent(row, key -> new Cell());
      outside.ifPresentOrElse(cell::names, () -> cell.names(inward ? entry.sources() : List.of()));
      cell.add(inward, account(entry));
    }
  }

  private static String account(Entry entry) {
    String account = entry.account().key();
    if (entry.isMismatch()) {
      return account + ": types do not fit";
    }
    String how =
        switch (entry.account()) {
          case CONVERTED, JOINED, SPLIT ->
              entry.conversion().map(way -> way + losses(entry)).orElse("");
          case GIVEN -> entry.given().map(Given::label).orElse("");
          default -> entry.reason().orElse("");
        };
    return how.isEmpty() ? account : account + ": " + how;
  }

  private static String losses(Entry entry) {
    String losses =
        entry.conversion().stream()
            .flatMap(way -> way.losses().stream())
            .map(Loss::key)
            .collect(Collectors.joining(", "));
    return losses.isEmpty() ? "" : " (may lose " + losses + ")";
  }

  /** What one shape does with one field, outward and inward. */
  private static final class Cell {

    private String field = "";
    private String out = "";
    private String in = "";

    void names(Field outside) {
      field = rowOf(outside);
    }

    void names(List<Field> several) {
      if (field.isEmpty()) {
        field = several.stream().map(Field::name).collect(Collectors.joining(", "));
      }
    }

    void add(boolean inward, String account) {
      if (inward) {
        in = account;
      } else {
        out = account;
      }
    }

    String text() {
      if (out.equals(in)) {
        return beside("⇄", out);
      }
      if (out.isEmpty() || in.isEmpty()) {
        return out.isEmpty() ? beside("←", in) : beside("→", out);
      }
      return field + below("→", out) + below("←", in);
    }

    private String beside(String arrow, String account) {
      if (field.isEmpty()) {
        return arrow + JOINED + account;
      }
      return isLong(account)
          ? field + below(arrow, account)
          : field + " " + JOINED + arrow + JOINED + account;
    }

    private static String below(String arrow, String account) {
      return "\n" + JOINED + arrow + JOINED + account;
    }

    private static boolean isLong(String account) {
      return account.length() > Account.CARRIED.key().length();
    }
  }
}
