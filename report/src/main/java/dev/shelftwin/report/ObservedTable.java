package dev.shelftwin.report;

import com.github.freva.asciitable.AsciiTable;
import com.github.freva.asciitable.Column;
import com.github.freva.asciitable.HorizontalAlign;
import com.github.freva.asciitable.OverflowBehaviour;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Field;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What the plan says and what existing mappers do, side by side. */
public final class ObservedTable {

  private static final int WIDTH = 44;

  private ObservedTable() {}

  /** One table for each existing mapper, a row for each field. */
  public static String of(Ledger ledger, List<ObservedMapper> mappers, Style style) {
    StringBuilder text = new StringBuilder();
    for (ObservedMapper mapper : mappers) {
      text.append(style.strong(mapper.hop()))
          .append("  ")
          .append(mapper.method())
          .append(style.faint("  " + FindingText.counted(mapper.runs(), "run")))
          .append('\n');
      Optional<HopLedger> hop =
          ledger
              .concept(mapper.concept())
              .flatMap(
                  concept ->
                      concept.hops().stream()
                          .filter(one -> name(one).equals(mapper.hop()))
                          .findFirst());
      hop.map(one -> table(one, mapper))
          .map(
              table ->
                  LedgerTable.FAULTS.matcher(table).replaceAll(fault -> style.bad(fault.group())))
          .ifPresent(table -> text.append(table).append('\n'));
      text.append('\n');
    }
    return text.toString();
  }

  private static String name(HopLedger hop) {
    return hop.hop().from().label() + "->" + hop.hop().to().label();
  }

  private static String table(HopLedger hop, ObservedMapper mapper) {
    List<String[]> rows = new ArrayList<>();
    for (Flow flow : mapper.flows()) {
      Optional<FieldMapping> planned =
          flow.target().isPresent()
              ? hop.into(flow.target().get())
              : hop.mappings().stream()
                  .filter(mapping -> names(mapping).equals(flow.sources()))
                  .findFirst();
      rows.add(
          new String[] {
            flow.target().orElse(""),
            planned.map(ObservedTable::planned).orElse(""),
            (planned.isPresent() && differs(planned.get(), flow) ? "≠ " : "") + observed(flow)
          });
    }
    Column[] columns =
        Stream.of("field", "plan", "observed").map(ObservedTable::column).toArray(Column[]::new);
    return AsciiTable.builder()
        .border(LedgerTable.LINES)
        .data(columns, rows.toArray(String[][]::new))
        .asString();
  }

  private static Column column(String header) {
    return new Column()
        .header(header)
        .headerAlign(HorizontalAlign.LEFT)
        .dataAlign(HorizontalAlign.LEFT)
        .maxWidth(WIDTH, OverflowBehaviour.NEWLINE);
  }

  private static List<String> names(FieldMapping mapping) {
    return mapping.sources().stream().map(Field::name).toList();
  }

  private static boolean differs(FieldMapping planned, Flow flow) {
    return planned.account() != flow.account() || !names(planned).equals(flow.sources());
  }

  private static String planned(FieldMapping mapping) {
    return joined(
        String.join(", ", names(mapping)),
        mapping.account().key(),
        mapping.fold(MappingText.DETAILS));
  }

  private static String observed(Flow flow) {
    return joined(
        String.join(", ", flow.sources()),
        flow.account().key(),
        flow.conversion().orElse("")
            + flow.condition().map(condition -> " " + condition).orElse(""));
  }

  private static String joined(String sources, String account, String details) {
    return Stream.of(sources, account, details.strip())
        .filter(part -> !part.isEmpty())
        .collect(Collectors.joining("  "));
  }
}
