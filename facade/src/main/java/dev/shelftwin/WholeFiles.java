package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/** Writes files whole or not at all. */
final class WholeFiles {

  private WholeFiles() {}

  /**
   * Every file is first written beside its place, so that a full disk leaves nothing half-done.
   *
   * @param what is written, as a phrase
   * @param elsewhere how to have it written in another place, as a phrase
   * @throws InputException if it cannot be written
   */
  static void write(Map<Path, String> texts, String what, String elsewhere) {
    Map<Path, Path> parts = new LinkedHashMap<>();
    try {
      for (Map.Entry<Path, String> text : texts.entrySet()) {
        Path folder = Objects.requireNonNull(text.getKey().toAbsolutePath().getParent());
        Files.createDirectories(folder);
        Path part = Files.createTempFile(folder, "shelf-twin", ".part");
        parts.put(part, text.getKey());
        Files.writeString(part, text.getValue(), StandardCharsets.UTF_8);
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

  private static void discard(Path part) {
    try {
      Files.deleteIfExists(part);
    } catch (IOException left) {
      part.toFile().deleteOnExit();
    }
  }
}
