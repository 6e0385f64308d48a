package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;

/** Writes files whole or not at all. */
final class WholeFiles {

  private WholeFiles() {}

  /**
   * Every file is first written beside its place, so that a full disk leaves nothing half-done. An
   * existing file keeps its permissions, and a link stays a link.
   *
   * @param what is written, as a phrase
   * @param elsewhere how to have it written in another place, as a phrase
   * @throws InputException if it cannot be written
   */
  static void write(Map<Path, String> texts, String what, String elsewhere) {
    Map<Path, Path> parts = new LinkedHashMap<>();
    try {
      for (Map.Entry<Path, String> text : texts.entrySet()) {
        Path file = target(text.getKey());
        Path part = file.resolveSibling(file.getFileName() + "." + UUID.randomUUID() + ".part");
        parts.put(part, file);
        Files.writeString(
            part, text.getValue(), StandardCharsets.UTF_8, StandardOpenOption.CREATE_NEW);
        keepPermissions(file, part);
      }
      for (Map.Entry<Path, Path> part : parts.entrySet()) {
        Files.move(
            part.getKey(),
            part.getValue(),
            StandardCopyOption.ATOMIC_MOVE,
            StandardCopyOption.REPLACE_EXISTING);
      }
    } catch (IOException failure) {
      throw new InputException(
          Place.in(String.valueOf(failure.getMessage())),
          what + " cannot be written here: " + failure.getClass().getSimpleName(),
          "make the folder writable, or " + elsewhere);
    } finally {
      parts.keySet().forEach(WholeFiles::discard);
    }
  }

  /** The file behind a link; a file that is not there yet has at least its folder. */
  private static Path target(Path named) throws IOException {
    if (Files.exists(named)) {
      return named.toRealPath();
    }
    Path file = named.toAbsolutePath();
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    return file;
  }

  private static void keepPermissions(Path before, Path part) throws IOException {
    boolean posix = Files.getFileStore(part).supportsFileAttributeView("posix");
    if (posix && Files.exists(before)) {
      Files.setPosixFilePermissions(part, Files.getPosixFilePermissions(before));
    }
  }

  private static void discard(Path part) {
    try {
      Files.deleteIfExists(part);
    } catch (IOException left) {
      part.toFile().deleteOnExit();
    }
  }
}
