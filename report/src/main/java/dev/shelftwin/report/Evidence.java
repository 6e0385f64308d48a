package dev.shelftwin.report;

import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Snapshot;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The smallest sample found that shows a failure, after each hop.
 *
 * @param stops where it was
 * @param rows the diverging fields, by name, each with its value at every stop
 * @param rest the other values of the start, such as {@code text "a"}
 * @param texts what stood at ends, such as JSON
 */
public record Evidence(
    List<String> stops, List<Values> rows, List<String> rest, List<Values> texts) {

  public Evidence {
    stops = List.copyOf(stops);
    rows = List.copyOf(rows);
    rest = List.copyOf(rest);
    texts = List.copyOf(texts);
  }

  /** Something with a name and its values, empty where it has none. */
  public record Values(String name, List<String> values) {
    public Values {
      values = List.copyOf(values);
    }
  }

  /**
   * The evidence of divergences that one sample shows.
   *
   * @return empty if the method was called with objects of several samples
   */
  static Optional<Evidence> of(List<Divergence> together) {
    List<Snapshot> snapshots = together.get(0).snapshots();
    if (snapshots.isEmpty()) {
      return Optional.empty();
    }
    Set<String> diverging =
        together.stream()
            .flatMap(divergence -> rowsOf(divergence).stream())
            .collect(Collectors.toSet());
    Map<String, List<String>> rows = new LinkedHashMap<>();
    for (int column = 0; column < snapshots.size(); column++) {
      for (Snapshot.Value value : snapshots.get(column).values()) {
        if (diverging.isEmpty() || diverging.contains(value.row())) {
          rows.computeIfAbsent(value.row(), name -> emptyRow(snapshots.size()))
              .set(column, cell(value));
        }
      }
    }
    return Optional.of(
        new Evidence(
            snapshots.stream().map(Snapshot::resolved).toList(),
            rows.entrySet().stream().map(row -> new Values(row.getKey(), row.getValue())).toList(),
            snapshots.get(0).values().stream()
                .filter(value -> !diverging.isEmpty() && !diverging.contains(value.row()))
                .map(value -> value.field() + " " + value.text())
                .toList(),
            snapshots.stream()
                .filter(snapshot -> !snapshot.text().isEmpty())
                .map(snapshot -> new Values(snapshot.resolved(), List.of(snapshot.text())))
                .toList()));
  }

  private static List<String> emptyRow(int size) {
    return new ArrayList<>(Collections.nCopies(size, ""));
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
}
