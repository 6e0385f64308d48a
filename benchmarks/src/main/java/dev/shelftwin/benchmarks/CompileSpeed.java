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

/** Measures how much longer a compilation takes with our annotation processor. */
final class CompileSpeed {

  private static final List<String> CONCEPTS = List.of("10", "100", "1000");

  private CompileSpeed() {}

  /** A section in Markdown. */
  static String section() throws RunnerException {
    Options options =
        new OptionsBuilder()
            .include(Compiling.class.getName())
            .mode(Mode.SingleShotTime)
            .forks(2)
            .warmupIterations(3)
            .measurementIterations(3)
            .shouldFailOnError(true)
            .build();
    Collection<RunResult> results = new Runner(options).run();
    StringBuilder section =
        new StringBuilder(
            """

            ## The annotation processor

            A compilation in which the processor generates and checks the mappers, against one of the same types and equally
            many mappers that were there before; and a compilation with a processor that finds no plan, against one
            without any processor, and against one with a processor that does nothing: to have one at all makes the
            compiler slower. Concepts of 30 fields in three layers, in the same run, medians of six.

            | concepts | with mappers, s | with processor, s | ratio | alone, s | without plan, s | ratio | ratio to an empty processor |
            |---:|---:|---:|---:|---:|---:|---:|---:|
            """);
    for (String concepts : CONCEPTS) {
      double mappers = CheckSpeed.seconds(results, "withMappers", concepts);
      double processor = CheckSpeed.seconds(results, "withProcessor", concepts);
      double alone = CheckSpeed.seconds(results, "alone", concepts);
      double without = CheckSpeed.seconds(results, "withoutPlan", concepts);
      double empty = CheckSpeed.seconds(results, "withEmptyProcessor", concepts);
      section.append(
          String.format(
              Locale.ROOT,
              "| %s | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |%n",
              concepts,
              mappers,
              processor,
              processor / mappers,
              alone,
              without,
              without / alone,
              without / empty));
    }
    return section.toString();
  }
}
