package dev.shelftwin.report;

import com.github.freva.asciitable.AsciiTable;
import com.github.freva.asciitable.Column;
import com.github.freva.asciitable.HorizontalAlign;
import com.github.freva.asciitable.OverflowBehaviour;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.commons.text.WordUtils;

/** The ledger as text tables: one for each concept, with a row for each field. */
public final class LedgerTable {

  /** The width of a terminal in characters. */
  private static final int WIDTH = 120;

  private static final int DOMAIN_WIDTH = 27;

  /** The padding of a cell on both sides and its border. */
  private static final int FRAME = 3;

  /** Box-drawing characters in the order that the table needs them. */
  static final Character[] LINES = {
    '┌', '─', '┬', '┐', '│', '│', '│', '├', '─', '┼', '┤', '│', '│', '│', '├', '─', '┼', '┤', '├',
    '─', '┼', '┤', '│', '│', '│', '└', '─', '┴', '┘'
  };

  /** A space where lines must not be wrapped. */
  private static final char JOINED = '\u00a0';

  static final Pattern FAULTS = Pattern.compile("\\b(lost|unfilled)\\b");

  private LedgerTable() {}

  /** All tables, at most 120 characters wide. */
  public static String of(Ledger ledger, Style style) {
    String tables =
        ledger.concepts().stream()
            .map(concept -> of(concept, style))
            .collect(Collectors.joining("\n"));
    return tables + "\n→ from the domain  ← to the domain  ⇄ both directions\n";
  }

  /** The number of mappings of each kind. */
  public static String summary(Ledger ledger, Style style) {
    List<HopLedger> hops =
        ledger.concepts().stream().flatMap(concept -> concept.hops().stream()).toList();
    List<FieldMapping> mappings = hops.stream().flatMap(hop -> hop.mappings().stream()).toList();
    String kinds =
        Arrays.stream(Account.values())
            .map(account -> counted(mappings, account, style))
            .filter(text -> !text.isEmpty())
            .collect(Collectors.joining(", "));
    return mappings.size() + " mappings on " + hops.size() + " hops: " + kinds;
  }

  private static String counted(List<FieldMapping> mappings, Account account, Style style) {
    long count = mappings.stream().filter(mapping -> mapping.account() == account).count();
    String text = count + " " + account.key();
    if (account.isError()) {
      return count == 0 ? style.good("none " + account.key()) : style.bad(text);
    }
    return count == 0 ? "" : text;
  }

  private static String of(ConceptLedger concept, Style style) {
    List<Layer> layers = concept.outer().stream().map(ResolvedShape::layer).distinct().toList();
    List<Column> columns = new ArrayList<>();
    ResolvedShape domain = concept.hub();
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
    return style.strong(concept.name()) + "\n" + marked + "\n" + direct(concept, style);
  }

  /** The mappings from rows to responses without the domain, field by field. */
  private static String direct(ConceptLedger concept, Style style) {
    StringBuilder text = new StringBuilder();
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().isDirect()) {
        text.append(style.strong(hop.hop() + ", without " + concept.hub().layer().name()) + "\n");
        hop.mappings()
            .forEach(mapping -> text.append(wrapped("  " + direct(mapping), WIDTH) + "\n"));
      }
    }
    return text.toString().replace(JOINED, ' ');
  }

  private static String direct(FieldMapping mapping) {
    String from = mapping.sources().stream().map(Field::name).collect(Collectors.joining(", "));
    String to = mapping.target().map(field -> "→ " + field.name()).orElse("");
    return String.join("  ", (from + " " + to).strip(), account(mapping));
  }

  /** A layer with several shapes gets more of the width. */
  private static List<Integer> widths(ConceptLedger concept, List<Layer> layers) {
    List<Long> weights =
        layers.stream()
            .map(
                layer ->
                    concept.outer().stream()
                        .filter(resolved -> resolved.layer().equals(layer))
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
        .filter(resolved -> resolved.layer().equals(layer))
        .map(resolved -> resolved + direction(resolved))
        .collect(Collectors.joining(", ", layer.name() + ": ", ""));
  }

  private static String direction(ResolvedShape resolved) {
    return resolved.role() == Role.TRANSFER ? " (" + resolved.use().direction().key() + ")" : "";
  }

  private static List<List<String>> rows(
      ConceptLedger concept, List<Layer> layers, List<Integer> widths) {
    List<List<String>> table = new ArrayList<>();
    for (Journey journey : Journey.of(concept)) {
      List<String> row = new ArrayList<>(List.of(journey.hub().map(LedgerTable::rowOf).orElse("")));
      for (int index = 0; index < layers.size(); index++) {
        Map<String, List<String>> shapes = new LinkedHashMap<>();
        Layer layer = layers.get(index);
        journey
            .stops()
            .forEach(
                (outer, stop) -> {
                  if (outer.layer().equals(layer)) {
                    shapes
                        .computeIfAbsent(text(stop), text -> new ArrayList<>())
                        .add(isOnlyOne(concept, outer) ? "" : outer.label());
                  }
                });
        row.add(cellText(shapes, widths.get(index)));
      }
      table.add(row);
    }
    return table;
  }

  /** The shapes of a layer with the same mapping of a field share one entry. */
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

  /** Continuation lines are indented. */
  private static String wrapped(String line, int width) {
    return line.length() <= width
        ? line
        : WordUtils.wrap(line, width - 3, "\n" + JOINED + JOINED + JOINED, false);
  }

  private static String rowOf(Field field) {
    return field.name() + " " + JOINED + field.type();
  }

  private static boolean isOnlyOne(ConceptLedger concept, ResolvedShape outer) {
    return concept.outer().stream()
            .filter(resolved -> resolved.layer().equals(outer.layer()))
            .count()
        == 1;
  }

  private static String account(FieldMapping mapping) {
    String how = mapping.fold(MappingText.DETAILS);
    return how.isEmpty() ? mapping.account().key() : mapping.account().key() + ": " + how;
  }

  /** The mappings of one field to and from one shape. */
  private static String text(Journey.Stop stop) {
    String field =
        stop.fields().size() == 1
            ? rowOf(stop.fields().get(0))
            : stop.fields().stream().map(Field::name).collect(Collectors.joining(", "));
    String out = stop.out().map(LedgerTable::account).orElse("");
    String in = stop.in().map(LedgerTable::account).orElse("");
    if (out.equals(in)) {
      return beside(field, "⇄", out);
    }
    if (out.isEmpty() || in.isEmpty()) {
      return out.isEmpty() ? beside(field, "←", in) : beside(field, "→", out);
    }
    return field + below("→", out) + below("←", in);
  }

  private static String beside(String field, String arrow, String account) {
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
