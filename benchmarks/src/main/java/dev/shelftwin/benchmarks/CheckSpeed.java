package dev.shelftwin.benchmarks;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.Options;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** Measures how long a check takes beside the compilation of the same sources. */
final class CheckSpeed {

  private static final List<String> CONCEPTS = List.of("10", "100", "1000");

  /** The most heap that a check of a thousand concepts may take. */
  private static final String HEAP = "-Xmx1g";

  private CheckSpeed() {}

  /** A section in Markdown. */
  static String section() throws RunnerException {
    Options options =
        new OptionsBuilder()
            .include(Checking.class.getName())
            .mode(Mode.SingleShotTime)
            .forks(2)
            .warmupIterations(3)
            .measurementIterations(3)
            .jvmArgsAppend(HEAP)
            .shouldFailOnError(true)
            .build();
    Collection<RunResult> results = new Runner(options).run();
    StringBuilder section =
        new StringBuilder(
            """

            ## The check

            A check of a whole project, from the plan's text to the findings, against `javac -proc:none` of the same
            sources, in the same run: concepts of 30 fields in three layers, two processes for each line, each
            with a heap of 1 GiB, each three times to warm up and three times to measure. The median of all six counts.

            | concepts | `javac`, s | `check`, s | ratio | `check`, ms per concept |
            |---:|---:|---:|---:|---:|
            """);
    for (String concepts : CONCEPTS) {
      double javac = seconds(results, "javac", concepts);
      double check = seconds(results, "check", concepts);
      section.append(
          String.format(
              Locale.ROOT,
              "| %s | %.2f | %.2f | %.2f | %.1f |%n",
              concepts,
              javac,
              check,
              check / javac,
              1000 * check / Integer.parseInt(concepts)));
    }
    return section.toString();
  }

  /** The median of a benchmark, in seconds. */
  static double seconds(Collection<RunResult> results, String name, String concepts) {
    return results.stream()
        .filter(result -> result.getParams().getBenchmark().endsWith("." + name))
        .filter(result -> result.getParams().getParam("concepts").equals(concepts))
        .findFirst()
        .orElseThrow()
        .getPrimaryResult()
        .getStatistics()
        .getPercentile(50);
  }
}
