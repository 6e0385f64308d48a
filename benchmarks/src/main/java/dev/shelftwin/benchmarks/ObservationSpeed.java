package dev.shelftwin.benchmarks;

import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** How long it takes to find out what an existing mapper does, by its number of paths. */
final class ObservationSpeed {

  private static final int ROUNDS = 15;

  /** The number of warm-up rounds, which are not measured. */
  private static final int WARM_UP = 8;

  /** The fields of each object inside the source. */
  private static final int INNER = 10;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: observed
      code: { sources: src }
      layers:
        model: { role: domain, package: model }
        api: { role: transfer, package: api }
      concepts:
        Part: { model: Part, api: { PartView: out } }
        Whole:
          model: Whole
          api: { WholeView: out }
          existing-mappers: { Whole -> WholeView: api.Views.view }
      """;

  private ObservationSpeed() {}

  /** A section in Markdown. */
  static String section() throws IOException {
    StringBuilder rows = new StringBuilder();
    for (int parts : new int[] {3, 10, 30}) {
      rows.append(row(parts));
    }
    return """

        ## Existing mappers

        Observing one mapper that carries texts, in objects of ten, warm, in one process; the median of 7 rounds.

        | paths | calls of the mapper | calls for each path | ms |
        |---:|---:|---:|---:|
        """
        + rows;
  }

  private static String row(int parts) throws IOException {
    Path folder = Files.createTempDirectory("observation");
    write(folder, "model/Part", "public record Part(%s) {}".formatted(list(INNER, "String f%1$d")));
    write(folder, "model/Whole", "public record Whole(%s) {}".formatted(list(parts, "Part p%1$d")));
    write(
        folder,
        "api/PartView",
        "public record PartView(%s) {}".formatted(list(INNER, "String f%1$d")));
    write(
        folder,
        "api/WholeView",
        "public record WholeView(%s) {}".formatted(list(parts, "PartView p%1$d")));
    write(
        folder,
        "api/Views",
        """
        import model.*;
        final class Views {
          static WholeView view(Whole whole) { return new WholeView(%s); }
          static PartView part(Part part) { return part == null ? null : new PartView(%s); }
        }
        """
            .formatted(list(parts, "part(whole.p%1$d())"), list(INNER, "part.f%1$d()")));
    Plan plan = PlanReader.read("observed.yaml", PLAN);
    CodePaths code = new CodePaths(List.of(), List.of(folder.resolve("src")), List.of());
    try (JavaReader reader = new JavaReader(code)) {
      Ledger ledger = LedgerBuilder.build(plan, reader);
      return code.userCode()
          .run(
              Map.of(),
              ExistingMapperObserver.classes(ledger, reader),
              (loader, uncompiled) ->
                  row(new ExistingMapperObserver(ledger, reader, loader), parts * INNER));
    }
  }

  private static String row(ExistingMapperObserver observer, int paths) {
    double[] milliseconds = new double[ROUNDS];
    int runs = 0;
    for (int round = 0; round < ROUNDS; round++) {
      long begin = System.nanoTime();
      ObservedMapper mapper = observer.observe(observer.tasks().get(0));
      milliseconds[round] = (System.nanoTime() - begin) / 1e6;
      runs = mapper.runs();
      if (mapper.flows().size() != paths || !mapper.findings().isEmpty()) {
        throw new IllegalStateException("not observed as it is: " + mapper);
      }
    }
    double[] counted = Arrays.copyOfRange(milliseconds, WARM_UP, ROUNDS);
    Arrays.sort(counted);
    return String.format(
        Locale.ROOT,
        "| %d | %,d | %.1f | %.0f |%n",
        paths,
        runs,
        (double) runs / paths,
        counted[counted.length / 2]);
  }

  private static String list(int count, String format) {
    return IntStream.range(0, count)
        .mapToObj(number -> String.format(Locale.ROOT, format, number))
        .collect(Collectors.joining(", "));
  }

  private static void write(Path folder, String name, String type) throws IOException {
    Path file = folder.resolve("src/" + name + ".java");
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    String packageName = name.substring(0, name.indexOf('/'));
    Files.writeString(file, "package " + packageName + ";\n" + type);
  }
}
