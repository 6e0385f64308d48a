package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * The packaged program in processes of its own. They share archives of its classes (class-data
 * sharing), which the first ones write: one of the program, one of the trials that it starts.
 */
final class PackagedProgram {

  static final Path JAR = Path.of(System.getProperty("shelf-twin.jar")).toAbsolutePath();

  // The names that the command line of this checkout knows.
  private static final Path ARCHIVE = JAR.resolveSibling("shelf-twin.jsa");
  private static final Path TRIALS = JAR.resolveSibling("shelf-twin-trials.jsa");
  private static final String JAVA =
      Path.of(System.getProperty("java.home"), "bin", "java").toString();
  private static final List<String> OPTIONS =
      List.of("-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1", "-Xlog:disable");

  private static boolean isWritten;

  private PackagedProgram() {}

  /** The command, without its arguments; without archives, it is only slower. */
  static List<String> call() throws IOException {
    writeArchives();
    List<String> options = new ArrayList<>();
    if (Files.exists(ARCHIVE)) {
      options.add("-XX:SharedArchiveFile=" + ARCHIVE);
    }
    if (Files.exists(TRIALS)) {
      options.add("-Dshelf-twin.archive=" + TRIALS);
    }
    return call(options);
  }

  private static List<String> call(List<String> options) {
    List<String> call = new ArrayList<>(List.of(JAVA));
    call.addAll(OPTIONS);
    call.addAll(options);
    call.addAll(List.of("-jar", JAR.toString()));
    return call;
  }

  private static synchronized void writeArchives() throws IOException {
    if (isWritten) {
      return;
    }
    isWritten = true;
    Files.deleteIfExists(ARCHIVE);
    Files.deleteIfExists(TRIALS);
    Path folder = Files.createTempDirectory(JAR.getParent(), "archive");
    String plan = KilnExample.write(folder.resolve("kiln"), List.of()).toString();
    List<Process> writers =
        List.of(
            start(folder, "-XX:ArchiveClassesAtExit=" + ARCHIVE, "check", plan),
            start(folder, "-Dshelf-twin.archive.write=" + TRIALS, "trial", "--samples", "1", plan));
    for (Process writer : writers) {
      try {
        assertThat(writer.waitFor(3, TimeUnit.MINUTES)).isTrue();
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
      }
    }
  }

  private static Process start(Path folder, String option, String... arguments) throws IOException {
    List<String> call = call(List.of(option));
    call.addAll(List.of(arguments));
    return new ProcessBuilder(call)
        .redirectErrorStream(true)
        .redirectOutput(folder.resolve(arguments[0]).toFile())
        .start();
  }
}
