package dev.shelftwin;

import dev.shelftwin.describe.DescribedSource;
import dev.shelftwin.describe.DescribedTypes;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import jakarta.persistence.Entity;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The code of a plan together with the types that the plan describes. Their sources stand in a
 * folder of the system while the plan is open, so that everything else works on them as on written
 * ones. A type that has a class is not made again.
 */
final class DescribedCode implements AutoCloseable {

  /** The number of the process follows in the names of folders. */
  static final String FOLDER = "shelf-twin-described-";

  private final Plan plan;
  private final CodePaths code;
  private final List<DescribedSource> missing;
  private final List<DescribedSource> repositories;
  private final Optional<Path> folder;

  private DescribedCode(
      Plan plan,
      CodePaths code,
      List<DescribedSource> missing,
      List<DescribedSource> repositories,
      Optional<Path> folder) {
    this.plan = plan;
    this.code = code;
    this.missing = missing;
    this.repositories = repositories;
    this.folder = folder;
  }

  /**
   * Makes the sources of what the plan describes.
   *
   * @throws InputException where a description is wrong
   */
  static DescribedCode of(Plan plan, CodePaths written) {
    if (!plan.describes()) {
      return new DescribedCode(plan, written, List.of(), List.of(), Optional.empty());
    }
    List<Path> libraries = List.of(library(Entity.class), library(NotNull.class));
    CodePaths readable = written.with(new CodePaths.Described(List.of(), libraries, Map.of()));
    try (JavaReader reader = new JavaReader(readable)) {
      DescribedTypes types = DescribedTypes.of(plan, reader);
      List<DescribedSource> missing = withoutClass(types.sources(), reader);
      Path folder = written(missing);
      Map<String, Map<String, Place>> places = new HashMap<>();
      for (DescribedSource source : missing) {
        Map<String, Place> ofType = new HashMap<>(source.members());
        ofType.put("", source.at());
        places.put(source.type().qualifiedName(), ofType);
      }
      CodePaths.Described described = new CodePaths.Described(List.of(folder), libraries, places);
      return new DescribedCode(
          types.plan(),
          written.with(described),
          missing,
          withoutClass(types.repositories(), reader),
          Optional.of(folder));
    }
  }

  private static List<DescribedSource> withoutClass(
      List<DescribedSource> sources, JavaReader reader) {
    return sources.stream()
        .filter(source -> reader.find(source.type().qualifiedName()).isEmpty())
        .toList();
  }

  private static Path written(List<DescribedSource> sources) {
    removeLeft();
    try {
      Path folder = Files.createTempDirectory(FOLDER + ProcessHandle.current().pid() + "-");
      for (DescribedSource source : sources) {
        Path file = folder.resolve(source.path());
        Files.createDirectories(file.getParent());
        Files.writeString(file, source.text());
      }
      return folder;
    } catch (IOException full) {
      throw new InputException(
          Place.in(System.getProperty("java.io.tmpdir")),
          "the described types cannot be written to the folder for temporary files: "
              + full.getMessage(),
          "make room there, or name another with -Djava.io.tmpdir");
    }
  }

  /** The jar or folder of a class. */
  private static Path library(Class<?> type) {
    try {
      return Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
    } catch (URISyntaxException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** The plan, with the rows that its descriptions imply. */
  Plan plan() {
    return plan;
  }

  CodePaths code() {
    return code;
  }

  /** The sources of the described types that have no class. */
  List<DescribedSource> missing() {
    return missing;
  }

  /** Interfaces of the domain for whatever keeps its objects, which have no class. */
  List<DescribedSource> repositories() {
    return repositories;
  }

  @Override
  public void close() {
    if (folder.isPresent()) {
      delete(folder.get());
      removeLeft();
    }
  }

  /** Removes the folders of processes that were stopped, as those are that run users' code. */
  private static void removeLeft() {
    Pattern left = Pattern.compile(FOLDER + "(\\d{1,18})-.*");
    Path all = Path.of(System.getProperty("java.io.tmpdir"));
    try (Stream<Path> folders = Files.list(all)) {
      folders
          .filter(
              folder -> {
                Matcher name = left.matcher(folder.getFileName().toString());
                return name.matches()
                    && ProcessHandle.of(Long.parseLong(name.group(1)))
                        .filter(ProcessHandle::isAlive)
                        .isEmpty();
              })
          .forEach(DescribedCode::delete);
    } catch (IOException | UncheckedIOException unreadable) {
      // Who cannot list the folder cannot remove anything from it.
    }
  }

  static void delete(Path folder) {
    try (Stream<Path> files = Files.walk(folder)) {
      files.sorted(Comparator.reverseOrder()).forEach(DescribedCode::discard);
    } catch (IOException | UncheckedIOException left) {
      folder.toFile().deleteOnExit();
    }
  }

  private static void discard(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException left) {
      file.toFile().deleteOnExit();
    }
  }
}
