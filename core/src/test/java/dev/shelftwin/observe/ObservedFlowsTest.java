package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What is seen of single fields: sources, account, conversion, condition and evidence. */
class ObservedFlowsTest {

  private static final String PLAN =
      """
      shelf-twin: 1
      name: shop
      code: { sources: src }
      layers:
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Jug:
          model: Jug
          api: { JugView: out }
          existing-mappers: { Jug -> JugView: coop.kiln.api.Jugs.view }
      """;

  private static final String JUG =
      """
      package coop.kiln.model;
      import java.time.*;
      import java.util.*;
      public record Jug(
          String name, String nick, int size, Integer weight, boolean old, Shape shape, UUID key,
          Instant made, List<Handle> handles, Map<String, Integer> prices, Optional<String> note) {}
      package coop.kiln.model;
      public enum Shape { ROUND, TALL }
      package coop.kiln.model;
      public record Handle(String side, int length) {}
      package coop.kiln.api;
      public record JugView(Object field) {}
      package coop.kiln.api;
      import coop.kiln.model.*;
      import java.time.*;
      import java.util.*;
      import java.util.stream.*;
      public final class Jugs {
        static JugView view(Jug jug) { return new JugView(EXPRESSION); }
      }
      """;

  @TempDir Path folder;

  /** Each case: what fills the field, its sources, account, conversion and condition. */
  static Stream<Arguments> fields() {
    return Stream.of(
        of("jug.name()", "name", Account.CARRIED, "", ""),
        of("jug.note().orElse(null)", "note", Account.CARRIED, "", ""),
        of("jug.shape().name()", "shape", Account.CONVERTED, "by name", ""),
        of("jug.key().toString()", "key", Account.CONVERTED, "as String", ""),
        of(
            "java.time.format.DateTimeFormatter.ofPattern(\"dd.MM.yyyy HH:mm:ss\").withZone(ZoneOffset.UTC)"
                + ".format(jug.made())",
            "made",
            Account.CONVERTED,
            "in the format dd.MM.yyyy HH:mm:ss",
            ""),
        of("jug.name() + \"pMMdd\"", "name", Account.CONVERTED, "by the mapper", ""),
        of("jug.name() + jug.size()", "name, size", Account.JOINED, "by the mapper", ""),
        of("jug.name().length()", "name", Account.CONVERTED, "by the mapper", ""),
        of("\"clay\"", "", Account.GIVEN, "clay", ""),
        of("null", "", Account.UNFILLED, "", ""),
        of("Instant.now()", "", Account.GIVEN, "without a reason in the source", ""),
        of("jug.old() ? null : jug.name()", "name", Account.CARRIED, "", "only if old is false"),
        of(
            "jug.shape() == Shape.TALL ? jug.name() : null",
            "name",
            Account.CARRIED,
            "",
            "only if shape is TALL"),
        of(
            "jug.old() && jug.shape() == Shape.TALL ? null : jug.name()",
            "name",
            Account.CARRIED,
            "",
            "only if not (old is true and shape is TALL)"),
        of(
            "jug.size() == 0 ? null : jug.name()",
            "name",
            Account.CARRIED,
            "",
            "only if size is not 0"),
        of(
            "jug.handles().isEmpty() ? null : jug.name()",
            "name",
            Account.CARRIED,
            "",
            "only if handles is not empty"),
        of(
            "jug.weight() != null && jug.weight() == 1",
            "weight",
            Account.CONVERTED,
            "by the mapper",
            ""));
  }

  @ParameterizedTest
  @MethodSource("fields")
  void aFieldIsSeenAsWhatItIs(
      String expression, String sources, Account account, String conversion, String condition) {
    Flow flow =
        flows(expression).stream()
            .filter(one -> one.target().equals(Optional.of("field")))
            .findFirst()
            .orElseThrow();
    assertThat(String.join(", ", flow.sources())).isEqualTo(sources);
    assertThat(flow.account()).isEqualTo(account);
    assertThat(flow.conversion().orElse("")).startsWith(conversion);
    assertThat(flow.condition().orElse("")).isEqualTo(condition);
    assertThat(flow.evidence()).hasSize(sources.isEmpty() ? 0 : 2);
  }

  @Test
  void elementsAndEntriesAreSeenByTheirPaths() {
    assertThat(flows("jug.handles().stream().map(Handle::side).toList()"))
        .extracting(flow -> flow.target().orElse("") + " <- " + flow.sources())
        .contains("field[] <- [handles[].side]", " <- [handles[].length]");
    assertThat(flows("new TreeMap<>(jug.prices())"))
        .extracting(flow -> flow.target().orElse("") + " <- " + flow.sources())
        .contains("field{key} <- [prices{key}]", "field{} <- [prices{}]");
  }

  private List<Flow> flows(String expression) {
    return new Project(folder)
        .instead(PLAN, JUG.replace("EXPRESSION", expression))
        .run(OpenProject::observe)
        .get(0)
        .flows();
  }

  @Test
  void theRunsGrowWithTheFields() {
    int ten = runs(10);
    int twenty = runs(20);
    int forty = runs(40);
    assertThat(forty - twenty).isLessThanOrEqualTo(2 * (twenty - ten) + 8);
  }

  private int runs(int count) {
    String fields =
        IntStream.range(0, count).mapToObj(n -> "String f" + n).collect(Collectors.joining(", "));
    String calls =
        IntStream.range(0, count)
            .mapToObj(n -> "jug.f" + n + "()")
            .collect(Collectors.joining(", "));
    String types =
        """
        package coop.kiln.model;
        public record Jug(FIELDS) {}
        package coop.kiln.api;
        public record JugView(FIELDS) {}
        package coop.kiln.api;
        public final class Jugs {
          static JugView view(coop.kiln.model.Jug jug) { return new JugView(CALLS); }
        }
        """;
    ObservedMapper mapper =
        new Project(folder.resolve("of" + count))
            .instead(PLAN, types.replace("FIELDS", fields).replace("CALLS", calls))
            .run(OpenProject::observe)
            .get(0);
    assertThat(mapper.findings()).isEmpty();
    assertThat(mapper.flows()).hasSize(count);
    return mapper.runs();
  }
}
