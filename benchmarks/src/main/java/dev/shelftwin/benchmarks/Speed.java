package dev.shelftwin.benchmarks;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.ToDoubleFunction;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.Options;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/** Runs the benchmarks and writes what they gave to a page in Markdown. */
public final class Speed {

  private static final String ALLOCATED = "gc.alloc.rate.norm";

  private static final Map<String, String> CASES = new LinkedHashMap<>();

  static {
    CASES.put("flat", "a flat record");
    CASES.put("nested", "an aggregate with a list of twelve");
    CASES.put("inbound", "a guarded request with a list of twelve");
  }

  /** What else the machine does changes with time, so ratios are taken within each round. */
  private static final int ROUNDS = 5;

  private Speed() {}

  /** Takes the page to write, {@code docs/benchmarks.md} if none is given. */
  public static void main(String[] arguments)
      throws RunnerException, IOException, URISyntaxException, InterruptedException {
    Path page = Path.of(arguments.length > 0 ? arguments[0] : "docs/benchmarks.md");
    Options options =
        new OptionsBuilder()
            .include(Mapping.class.getName())
            .mode(Mode.Throughput)
            .timeUnit(TimeUnit.MILLISECONDS)
            .forks(1)
            .warmupIterations(2)
            .warmupTime(TimeValue.seconds(1))
            .measurementIterations(4)
            .measurementTime(TimeValue.seconds(1))
            .addProfiler(GCProfiler.class)
            .build();
    List<Collection<RunResult>> rounds = new ArrayList<>();
    for (int round = 0; round < ROUNDS; round++) {
      rounds.add(new Runner(options).run());
    }
    Files.writeString(
        page,
        page(rounds)
            + CheckSpeed.section()
            + CompileSpeed.section()
            + RouteSpeed.section()
            + EndSpeed.section()
            + ObservationSpeed.section()
            + ProcessSpeed.section());
  }

  private static String page(List<Collection<RunResult>> rounds) {
    StringBuilder page =
        new StringBuilder(
            """
            # Benchmarks

            Generated mappers against hand-written ones that do the same, in the same run (JMH, throughput;
            five rounds, each with a fork of four seconds for every line). What counts is the ratio, which is
            the median of the rounds' own; the other figures depend on the machine. Written by `benchmarks/run`.

            """);
    page.append(
        "Machine: %s, %d processors, %s %s.%n%n"
            .formatted(
                System.getProperty("os.arch"),
                Runtime.getRuntime().availableProcessors(),
                System.getProperty("java.vm.name"),
                System.getProperty("java.version")));
    page.append(
        "| case | by | operations/ms | bytes/operation | ratio to by hand | of the rounds |\n");
    page.append("|---|---|---:|---:|---:|---|\n");
    CASES.forEach(
        (name, title) -> {
          for (String by : List.of("ByHand", "Generated", "ByConvertValue")) {
            if (rounds.get(0).stream().anyMatch(result -> is(result, name + by))) {
              page.append(row(title, by, name, rounds));
            }
          }
        });
    return page.toString();
  }

  private static String row(
      String title, String by, String name, List<Collection<RunResult>> rounds) {
    String who =
        switch (by) {
          case "ByHand" -> "hand";
          case "Generated" -> "generated mapper";
          default -> "Jackson's `convertValue`";
        };
    double[] ratios =
        rounds.stream()
            .mapToDouble(round -> speed(round, name + by) / speed(round, name + "ByHand"))
            .sorted()
            .toArray();
    return String.format(
        Locale.ROOT,
        "| %s | %s | %.0f | %.0f | %.2f | %.2f to %.2f |%n",
        title,
        who,
        median(rounds, round -> speed(round, name + by)),
        median(rounds, round -> bytes(round, name + by)),
        ratios[ratios.length / 2],
        ratios[0],
        ratios[ratios.length - 1]);
  }

  private static double median(
      List<Collection<RunResult>> rounds, ToDoubleFunction<Collection<RunResult>> figure) {
    return rounds.stream().mapToDouble(figure).sorted().toArray()[rounds.size() / 2];
  }

  private static double speed(Collection<RunResult> round, String name) {
    return find(round, name).getPrimaryResult().getScore();
  }

  private static double bytes(Collection<RunResult> round, String name) {
    return find(round, name).getSecondaryResults().get(ALLOCATED).getScore();
  }

  private static RunResult find(Collection<RunResult> results, String name) {
    return results.stream().filter(result -> is(result, name)).findFirst().orElseThrow();
  }

  private static boolean is(RunResult result, String name) {
    return result.getParams().getBenchmark().endsWith("." + name);
  }
}
