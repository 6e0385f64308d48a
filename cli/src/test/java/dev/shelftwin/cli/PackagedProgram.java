package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * The packaged program in processes of its own. They share an archive of its classes (class-data
 * sharing), which the first one writes.
 */
final class PackagedProgram {

  static final Path JAR = Path.of(System.getProperty("shelf-twin.jar")).toAbsolutePath();

  private static final Path ARCHIVE = JAR.resolveSibling("shelf-twin-tests.jsa");
  private static final String JAVA =
      Path.of(System.getProperty("java.home"), "bin", "java").toString();
  private static final List<String> OPTIONS =
      List.of("-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1", "-Xlog:disable");

  private static boolean isWritten;

  private PackagedProgram() {}

  /** The command, without its arguments. */
  static List<String> call() throws IOException {
    return hasArchive()
        ? call("-XX:SharedArchiveFile=" + ARCHIVE, "-Dshelf-twin.archive=" + ARCHIVE)
        : call(new String[0]);
  }

  private static List<String> call(String... options) {
    List<String> call = new ArrayList<>(List.of(JAVA));
    call.addAll(OPTIONS);
    call.addAll(List.of(options));
    call.addAll(List.of("-jar", JAR.toString()));
    return call;
  }

  /** Writes the archive once; without one, the commands are only slower. */
  private static synchronized boolean hasArchive() throws IOException {
    if (!isWritten) {
      isWritten = true;
      Files.deleteIfExists(ARCHIVE);
      Path folder = Files.createTempDirectory(JAR.getParent(), "archive");
      Path plan = KilnExample.write(folder.resolve("kiln"), List.of());
      List<String> call = call("-XX:ArchiveClassesAtExit=" + ARCHIVE);
      call.addAll(List.of("check", plan.toString()));
      Process process =
          new ProcessBuilder(call)
              .redirectErrorStream(true)
              .redirectOutput(folder.resolve("out").toFile())
              .start();
      try {
        assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
      }
    }
    return Files.exists(ARCHIVE);
  }
}
