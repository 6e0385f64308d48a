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
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Writes generated mappers to a folder; files that were edited are never overwritten. */
public final class MapperFiles {

  /** What happened to a file. */
  public enum Change {
    WRITTEN,
    UNCHANGED
  }

  private MapperFiles() {}

  /**
   * Writes all mappers or none.
   *
   * @param folder a source folder, which is created if it does not exist
   * @return what happened to each file, in order
   * @throws InputException if a file was edited or not generated, or the folder cannot be written
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
        texts.put(file, above(file) + source.text());
      }
    }
    WholeFiles.write(texts, "the mappers", "write elsewhere with --to");
    return changes;
  }

  /** What a team put above a file, such as a licence. */
  private static String above(Path file) {
    try {
      return Files.exists(file) ? Fingerprint.above(Files.readString(file)) : "";
    } catch (IOException changed) {
      return ""; // it was readable just before; writing it reports what is wrong now
    }
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
                    ? "This mapper was edited, so it is not overwritten"
                    : "This file was not generated, so it is not overwritten",
                "move or delete it to generate it again, or write elsewhere with --to"));
      }
      return Change.WRITTEN;
    } catch (IOException unreadable) {
      errors.add(
          new InputError(
              Place.in(file.toString()),
              "This file cannot be read",
              "move it, or write elsewhere"));
      return Change.UNCHANGED;
    }
  }
}
