package dev.shelftwin.benchmarks;

import java.util.ArrayList;
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

  private static Collection<RunResult> run(int processes, int warmUp, String... concepts)
      throws RunnerException {
    Options options =
        new OptionsBuilder()
            .include(Compiling.class.getName())
            .param("concepts", concepts)
            .mode(Mode.SingleShotTime)
            .forks(processes)
            .warmupIterations(warmUp)
            .measurementIterations(3)
            .shouldFailOnError(true)
            .build();
    return new Runner(options).run();
  }

  /** A section in Markdown. */
  static String section() throws RunnerException {
    Collection<RunResult> results = new ArrayList<>();
    results.addAll(run(2, 3, "10", "100"));
    results.addAll(run(1, 1, "1000")); // so long that they warm themselves up
    StringBuilder section =
        new StringBuilder(
            """

            ## The annotation processor

            A compilation in which the processor generates and checks the mappers, against one of the same types and equally
            many mappers that were there before. To write sources at all makes the compiler enter all types once more, so
            a processor that only writes the same mappers, and does nothing else, stands beside it. Then a compilation with
            a processor that finds no plan, against one without any processor, and against one with a processor that does
            nothing. Concepts of 30 fields in three layers, in the same run, medians of six, for 1000 of three.

            | concepts | with mappers, s | processor that only writes, s | ratio | our processor, s | ratio | alone, s | without plan, s | ratio | ratio to an empty processor |
            |---:|---:|---:|---:|---:|---:|---:|---:|---:|---:|
            """);
    for (String concepts : CONCEPTS) {
      double mappers = CheckSpeed.seconds(results, "withMappers", concepts);
      double writing = CheckSpeed.seconds(results, "withWritingProcessor", concepts);
      double processor = CheckSpeed.seconds(results, "withProcessor", concepts);
      double alone = CheckSpeed.seconds(results, "alone", concepts);
      double without = CheckSpeed.seconds(results, "withoutPlan", concepts);
      double empty = CheckSpeed.seconds(results, "withEmptyProcessor", concepts);
      section.append(
          String.format(
              Locale.ROOT,
              "| %s | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |%n",
              concepts,
              mappers,
              writing,
              writing / mappers,
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
