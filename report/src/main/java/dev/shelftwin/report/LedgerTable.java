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
import java.util.Optional;
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
    Map<String, Map<Layer, Map<String, List<String>>>> rows = new LinkedHashMap<>();
    for (Field field : concept.hub().shape().fields()) {
      if (isMapped(concept, field)) {
        rows.put(rowOf(field), new LinkedHashMap<>());
      }
    }
    for (ResolvedShape outer : concept.outer()) {
      Map<String, Cell> cells = new LinkedHashMap<>();
      concept.hop(concept.hub(), outer).ifPresent(hop -> collect(hop, cells));
      concept.hop(outer, concept.hub()).ifPresent(hop -> collect(hop, cells));
      cells.forEach(
          (row, cell) ->
              rows.computeIfAbsent(row, key -> new LinkedHashMap<>())
                  .computeIfAbsent(outer.layer(), key -> new LinkedHashMap<>())
                  .computeIfAbsent(cell.text(), key -> new ArrayList<>())
                  .add(isOnlyOne(concept, outer) ? "" : outer.label()));
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

  private static boolean isMapped(ConceptLedger concept, Field field) {
    return concept.hops().stream()
        .flatMap(hop -> hop.mappings().stream())
        .anyMatch(
            mapping ->
                mapping.sources().contains(field) || mapping.target().equals(Optional.of(field)));
  }

  private static void collect(HopLedger hop, Map<String, Cell> cells) {
    boolean inward = hop.hop().inward();
    for (FieldMapping mapping : hop.mappings()) {
      Optional<Field> source = mapping.source();
      Optional<Field> inside = inward ? mapping.target() : source;
      Optional<Field> outside = inward ? source : mapping.target();
      String row =
          inside.map(LedgerTable::rowOf).orElseGet(() -> "·" + outside.map(Field::name).orElse(""));
      Cell cell = cells.computeIfAbsent(row, key -> new Cell());
      outside.ifPresentOrElse(
          cell::names, () -> cell.names(inward ? mapping.sources() : List.of()));
      cell.add(inward, account(mapping));
    }
  }

  private static String account(FieldMapping mapping) {
    String how = mapping.fold(MappingText.DETAILS);
    return how.isEmpty() ? mapping.account().key() : mapping.account().key() + ": " + how;
  }

  /** The mappings of one field to and from one shape. */
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
