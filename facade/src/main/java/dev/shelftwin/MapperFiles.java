package dev.shelftwin;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.Fingerprint;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Writes generated mappers to a folder; what somebody edited stays as it is. */
public final class MapperFiles {

  /** What became of a file. */
  public enum Change {
    WRITTEN,
    UNCHANGED
  }

  private MapperFiles() {}

  /**
   * Writes all mappers or none.
   *
   * @param folder a source folder; made where it is not there
   * @return what became of each file, in order
   * @throws InputException where one was edited by hand or is not ours, or the folder cannot be
   *     written
   */
  public static Map<Path, Change> write(Generated generated, Path folder) {
    List<InputError> errors = new ArrayList<>();
    Map<Path, Change> changes = new LinkedHashMap<>();
    for (SourceFile source : generated.files()) {
      Path file = folder.resolve(source.path());
      changes.put(file, compare(source, file, errors));
    }
    if (!errors.isEmpty()) {
      throw new InputException(errors);
    }
    Map<Path, String> texts = new LinkedHashMap<>();
    for (SourceFile source : generated.files()) {
      Path file = folder.resolve(source.path());
      if (changes.get(file) == Change.WRITTEN) {
        texts.put(file, source.text());
      }
    }
    write(texts);
    return changes;
  }

  private static Change compare(SourceFile source, Path file, List<InputError> errors) {
    if (!Files.exists(file)) {
      return Change.WRITTEN;
    }
    try {
      String there = Files.readString(file, StandardCharsets.UTF_8);
      if (Fingerprint.same(there, source.text())) {
        return Change.UNCHANGED;
      }
      if (!Fingerprint.isUntouched(there)) {
        errors.add(
            new InputError(
                Place.in(file.toString()),
                Fingerprint.isOurs(there)
                    ? "this mapper was edited by hand, so it is left as it is"
                    : "this file was not generated, so it is left as it is",
                "move it away to have it generated again, or write elsewhere with --to"));
      }
      return Change.WRITTEN;
    } catch (IOException unreadable) {
      errors.add(
          new InputError(
              Place.in(file.toString()),
              "this file cannot be read",
              "move it, or write elsewhere"));
      return Change.UNCHANGED;
    }
  }

  /** Every file is first written beside its place, so that a full disk leaves nothing half-done. */
  private static void write(Map<Path, String> texts) {
    Map<Path, Path> parts = new LinkedHashMap<>();
    try {
      for (Map.Entry<Path, String> text : texts.entrySet()) {
        Path folder = Objects.requireNonNull(text.getKey().getParent());
        Files.createDirectories(folder);
        Path part = Files.createTempFile(folder, "mapper", ".part");
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
          "the mappers cannot be written here: " + failure.getClass().getSimpleName(),
          "make the folder writable, or write elsewhere with --to");
    } finally {
      parts.keySet().forEach(MapperFiles::discard);
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
