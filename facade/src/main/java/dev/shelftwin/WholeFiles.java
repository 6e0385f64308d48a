package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Writes files whole or not at all. */
final class WholeFiles {

  private static final String PART = ".part";
  private static final String OWN_PART = "." + ProcessHandle.current().pid() + "-";

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
    Path current = Path.of("");
    try {
      for (Map.Entry<Path, String> text : texts.entrySet()) {
        current = text.getKey();
        Path file = target(current);
        removeLeftParts(file);
        Path part = file.resolveSibling(file.getFileName() + OWN_PART + UUID.randomUUID() + PART);
        parts.put(part, file);
        Files.writeString(
            part, text.getValue(), StandardCharsets.UTF_8, StandardOpenOption.CREATE_NEW);
        keepPermissions(file, part);
      }
      for (Map.Entry<Path, Path> part : parts.entrySet()) {
        current = part.getValue();
        Files.move(
            part.getKey(),
            part.getValue(),
            StandardCopyOption.ATOMIC_MOVE,
            StandardCopyOption.REPLACE_EXISTING);
      }
    } catch (IOException failure) {
      throw new InputException(
          Place.in(current.toString()),
          what + " cannot be written here: " + reason(failure),
          "make room or make the folder writable, or " + elsewhere);
    } finally {
      parts.keySet().forEach(WholeFiles::discard);
    }
  }

  /** The system's own words if there are any; exceptions about files have them apart. */
  private static String reason(IOException failure) {
    String said =
        failure instanceof FileSystemException about ? about.getReason() : failure.getMessage();
    return failure instanceof FileAlreadyExistsException
        ? "a file is where its folder would be"
        : Objects.requireNonNullElse(said, failure.getClass().getSimpleName());
  }

  /** The file behind a link; a file that is not there yet has at least its folder. */
  private static Path target(Path named) throws IOException {
    if (Files.exists(named)) {
      return named.toRealPath();
    }
    Path file = named.toAbsolutePath();
    if (Files.isSymbolicLink(file)) {
      file = file.resolveSibling(Files.readSymbolicLink(file)).normalize();
    }
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    return file;
  }

  /** Removes the parts of a file that processes left which have ended since. */
  private static void removeLeftParts(Path file) throws IOException {
    Pattern left =
        Pattern.compile(
            Pattern.quote(file.getFileName() + ".") + "(\\d{1,18})-.*" + Pattern.quote(PART));
    try (Stream<Path> siblings = Files.list(Objects.requireNonNull(file.getParent()))) {
      siblings
          .filter(
              sibling -> {
                Matcher name = left.matcher(sibling.getFileName().toString());
                return name.matches()
                    && ProcessHandle.of(Long.parseLong(name.group(1)))
                        .filter(ProcessHandle::isAlive)
                        .isEmpty();
              })
          .forEach(WholeFiles::discard);
    }
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
