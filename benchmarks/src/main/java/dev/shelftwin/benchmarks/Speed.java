package dev.shelftwin.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.results.Result;
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

  private Speed() {}

  /** Takes the page to write, {@code docs/benchmarks.md} if none is given. */
  public static void main(String[] arguments) throws RunnerException, IOException {
    Path page = Path.of(arguments.length > 0 ? arguments[0] : "docs/benchmarks.md");
    Options options =
        new OptionsBuilder()
            .include(Mapping.class.getName())
            .mode(Mode.Throughput)
            .timeUnit(TimeUnit.MILLISECONDS)
            .forks(3)
            .warmupIterations(3)
            .warmupTime(TimeValue.seconds(1))
            .measurementIterations(5)
            .measurementTime(TimeValue.seconds(1))
            .addProfiler(GCProfiler.class)
            .build();
    Files.writeString(page, page(new Runner(options).run()));
  }

  private static String page(Collection<RunResult> results) {
    StringBuilder page =
        new StringBuilder(
            """
            # Benchmarks

            Generated mappers against hand-written ones that do the same, in the same run (JMH, throughput,
            three forks of five seconds each). What counts is the ratio; the figures depend on the machine.
            Written by `benchmarks/run`.

            """);
    page.append(
        "Machine: %s, %d processors, %s %s.%n%n"
            .formatted(
                System.getProperty("os.arch"),
                Runtime.getRuntime().availableProcessors(),
                System.getProperty("java.vm.name"),
                System.getProperty("java.version")));
    page.append("| case | by | operations/ms | ± | bytes/operation | ratio to by hand |\n");
    page.append("|---|---|---:|---:|---:|---:|\n");
    CASES.forEach(
        (name, title) -> {
          double hand = find(results, name + "ByHand").getPrimaryResult().getScore();
          for (String by : List.of("ByHand", "Generated", "ByConvertValue")) {
            results.stream()
                .filter(result -> is(result, name + by))
                .forEach(result -> page.append(row(title, by, result, hand)));
          }
        });
    return page.toString();
  }

  private static String row(String title, String by, RunResult result, double hand) {
    Result<?> speed = result.getPrimaryResult();
    double bytes = result.getSecondaryResults().get(ALLOCATED).getScore();
    String who =
        switch (by) {
          case "ByHand" -> "hand";
          case "Generated" -> "generated mapper";
          default -> "Jackson's `convertValue`";
        };
    return String.format(
        Locale.ROOT,
        "| %s | %s | %.0f | %.0f | %.0f | %.2f |%n",
        title,
        who,
        speed.getScore(),
        speed.getScoreError(),
        bytes,
        speed.getScore() / hand);
  }

  private static RunResult find(Collection<RunResult> results, String name) {
    return results.stream().filter(result -> is(result, name)).findFirst().orElseThrow();
  }

  private static boolean is(RunResult result, String name) {
    return result.getParams().getBenchmark().endsWith("." + name);
  }
}
