package dev.shelftwin.benchmarks;

import java.io.IOException;
import java.lang.ProcessBuilder.Redirect;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** Measures commands as whole processes beside the compilation of the same project. */
final class ProcessSpeed {

  private static final Path KILN = Path.of("examples/kiln");
  private static final int ROUNDS = 5;

  /** As {@code shelf-twin} calls Java. */
  private static final List<String> SHELF_TWIN =
      List.of(
          java("java"),
          "-XX:+UseSerialGC",
          "-XX:TieredStopAtLevel=1",
          "-XX:ReservedCodeCacheSize=240m",
          "-Xms256m",
          "-Xlog:disable",
          "-XX:SharedArchiveFile=" + built("shelf-twin.jsa"),
          "-Dshelf-twin.archive=" + built("shelf-twin-trials.jsa"),
          "-jar",
          built("shelf-twin.jar"));

  private static final Map<String, List<String>> COMMANDS = new LinkedHashMap<>();

  static {
    COMMANDS.put("check", List.of("check"));
    COMMANDS.put(
        "trial --in-memory --samples 200", List.of("trial", "--in-memory", "--samples", "200"));
    COMMANDS.put("trial --samples 200", List.of("trial", "--samples", "200"));
  }

  private ProcessSpeed() {}

  /** A section in Markdown. */
  static String section() throws IOException, InterruptedException {
    Map<String, double[]> ratios = new LinkedHashMap<>();
    Map<String, double[]> seconds = new LinkedHashMap<>();
    COMMANDS.keySet().forEach(name -> ratios.put(name, new double[ROUNDS]));
    COMMANDS.keySet().forEach(name -> seconds.put(name, new double[ROUNDS]));
    double[] compiler = new double[ROUNDS];
    for (int round = 0; round < ROUNDS; round++) {
      compiler[round] = compile();
      for (Map.Entry<String, List<String>> command : COMMANDS.entrySet()) {
        double took = seconds(shelfTwin(command.getValue()));
        seconds.get(command.getKey())[round] = took;
        ratios.get(command.getKey())[round] = took / compiler[round];
      }
    }
    StringBuilder section =
        new StringBuilder(
            """

            ## Whole processes

            The kiln example, clean, with every command as a process of its own, alternating with `javac` of the
            example's sources and mappers. Medians of %d rounds.

            | command | seconds | `javac`, s | ratio |
            |---|---:|---:|---:|
            """
                .formatted(ROUNDS));
    COMMANDS
        .keySet()
        .forEach(
            name ->
                section.append(
                    String.format(
                        Locale.ROOT,
                        "| `%s` | %.2f | %.2f | %.2f |%n",
                        name,
                        median(seconds.get(name)),
                        median(compiler),
                        median(ratios.get(name)))));
    return section.toString();
  }

  private static double compile() throws IOException, InterruptedException {
    Path to = Files.createTempDirectory("classes");
    String classPath =
        Files.readString(KILN.resolve("target/class-path.txt")).strip()
            + java.io.File.pathSeparator
            + "runtime/target/classes";
    List<String> call =
        new ArrayList<>(
            List.of(java("javac"), "-proc:none", "-nowarn", "-d", to.toString(), "-cp", classPath));
    try (Stream<Path> files = Files.walk(KILN.resolve("src/main/java"))) {
      files.map(Path::toString).filter(file -> file.endsWith(".java")).forEach(call::add);
    }
    double seconds = seconds(call);
    try (Stream<Path> files = Files.walk(to)) {
      for (Path file : files.sorted((one, other) -> other.compareTo(one)).toList()) {
        Files.delete(file);
      }
    }
    return seconds;
  }

  private static List<String> shelfTwin(List<String> arguments) {
    List<String> call = new ArrayList<>(SHELF_TWIN);
    call.addAll(arguments);
    call.add(KILN.resolve("shelf-twin.yaml").toString());
    return call;
  }

  private static double seconds(List<String> call) throws IOException, InterruptedException {
    long begin = System.nanoTime();
    Process process =
        new ProcessBuilder(call)
            .redirectOutput(Redirect.DISCARD)
            .redirectError(Redirect.INHERIT)
            .start();
    int code = process.waitFor();
    if (code != 0) {
      throw new IllegalStateException("exit code " + code + " of " + String.join(" ", call));
    }
    return (System.nanoTime() - begin) / 1e9;
  }

  /** Absolute, as an archive is only used for the class path that it was written for. */
  private static String built(String file) {
    return Path.of("cli/target", file).toAbsolutePath().toString();
  }

  private static String java(String program) {
    return Path.of(System.getProperty("java.home"), "bin", program).toString();
  }

  private static double median(double[] rounds) {
    double[] sorted = rounds.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }
}
