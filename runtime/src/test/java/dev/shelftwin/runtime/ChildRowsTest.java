package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rows that another row holds, brought in line with values. */
class ChildRowsTest {

  /** A row with a key of the store's own, which must outlive every update. */
  private static final class Row {
    private final int key;
    private String value;

    Row(int key, String value) {
      this.key = key;
      this.value = value;
    }

    static void write(Row row, String value) {
      row.value = value;
    }

    String value() {
      return value;
    }

    char name() {
      return value.charAt(0);
    }
  }

  private int made = 100;

  private Row make(String value) {
    return new Row(made++, value);
  }

  static IntStream seeds() {
    return IntStream.range(0, 50);
  }

  private static List<String> values(SplittableRandom random) {
    Set<String> values = new LinkedHashSet<>();
    for (int count = random.nextInt(6); count > 0; count--) {
      values.add((char) ('a' + random.nextInt(8)) + "");
    }
    List<String> versions = new ArrayList<>();
    values.forEach(value -> versions.add(value + random.nextInt(100)));
    return versions;
  }

  private static List<Row> rows(SplittableRandom random) {
    List<Row> rows = new ArrayList<>();
    values(random).forEach(value -> rows.add(new Row(rows.size(), value)));
    return rows;
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void byIndexTheFirstRowsAreKept(int seed) {
    SplittableRandom random = new SplittableRandom(seed);
    List<Row> rows = rows(random);
    List<Row> before = List.copyOf(rows);
    List<String> wanted = values(random);
    ChildRows.byIndex(rows, wanted, Row::write, this::make);
    assertThat(rows).extracting(Row::value).isEqualTo(wanted);
    int kept = Math.min(before.size(), wanted.size());
    assertThat(rows.subList(0, kept)).isEqualTo(before.subList(0, kept));
    assertThat(rows.subList(kept, rows.size())).allMatch(row -> row.key >= 100);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void byKeyEveryRowKeepsItsOwnValue(int seed) {
    SplittableRandom random = new SplittableRandom(seed);
    List<Row> rows = rows(random);
    Map<Character, Row> before = new HashMap<>();
    rows.forEach(row -> before.put(row.name(), row));
    List<String> wanted = values(random);
    ChildRows.byKey(rows, Row::name, wanted, value -> value.charAt(0), Row::write, this::make);
    assertThat(rows).extracting(Row::value).isEqualTo(wanted);
    for (Row row : rows) {
      assertThat(row).isSameAs(before.getOrDefault(row.name(), row));
      assertThat(row.key >= 100).isEqualTo(!before.containsKey(row.name()));
    }
  }

  @Test
  void leavesUnchangedRowsAlone() {
    List<String> watched =
        new ArrayList<>(List.of("a", "b")) {
          private static final long serialVersionUID = 1L;

          @Override
          public void clear() {
            throw new AssertionError("touched");
          }
        };
    ChildRows.replace(watched, List.of("a", "b"));
    assertThat(watched).containsExactly("a", "b");
    assertThatThrownBy(() -> ChildRows.replace(watched, List.of("b"))).hasMessage("touched");
  }

  @Test
  void anEmptyListRemovesAllRows() {
    List<Row> rows = new ArrayList<>(List.of(new Row(1, "a")));
    ChildRows.byIndex(rows, null, Row::write, this::make);
    assertThat(rows).isEmpty();
  }

  @Test
  void reportsAMissingContainer() {
    assertThatThrownBy(() -> ChildRows.replace(null, List.of("a")))
        .isInstanceOf(NullPointerException.class)
        .hasMessageContaining("initialize it");
  }

  @Test
  void createsChangesAndRemovesOneRow() {
    Row made = ChildRows.one(null, "a", Row::write, this::make);
    assertThat(made.value()).isEqualTo("a");
    assertThat(ChildRows.one(made, "b", Row::write, this::make)).isSameAs(made);
    assertThat(made.value()).isEqualTo("b");
    assertThat(ChildRows.<String, Row>one(made, null, Row::write, this::make)).isNull();
  }
}
