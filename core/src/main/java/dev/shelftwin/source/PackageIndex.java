package dev.shelftwin.source;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableSet;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;
import org.jspecify.annotations.Nullable;

/** The packages of the users' code, from the folders and jars of its sources and classes. */
final class PackageIndex {

  /** A folder of an archive that is no package, with classes below it. */
  private static final Pattern MISPLACED = Pattern.compile("([^/]*-[^/]*/classes)(/.*)?");

  private final CodePaths code;
  private @Nullable List<String> names;

  PackageIndex(CodePaths code) {
    this.code = code;
  }

  /**
   * The names of packages with at least one type, in alphabetical order.
   *
   * @throws InputException if a jar keeps its classes in a folder that is no package
   */
  List<String> names() {
    if (names == null) {
      NavigableSet<String> found = new TreeSet<>();
      code.allSources().forEach(folder -> add(folder, ".java", found));
      code.classes().forEach(path -> addAll(path, found));
      names = List.copyOf(found);
    }
    return names;
  }

  private static void addAll(Path path, NavigableSet<String> found) {
    if (Files.isDirectory(path)) {
      add(path, ".class", found);
      return;
    }
    List<String> folders = new ArrayList<>();
    try (FileSystem jar = FileSystems.newFileSystem(path)) {
      for (Path root : jar.getRootDirectories()) {
        folders.addAll(folders(root, ".class"));
      }
    } catch (IOException | RuntimeException unreadable) {
      // The reader of declarations reports it.
    }
    folders.stream()
        .map(MISPLACED::matcher)
        .filter(Matcher::matches)
        .findFirst()
        .ifPresent(
            misplaced -> {
              throw new InputException(
                  Place.in(path.toString()),
                  "It keeps classes in " + misplaced.group(1) + ", where they are in no package",
                  "unpack it, and give that folder with --classes");
            });
    addNames(folders, found);
  }

  /** Folders whose names no source can write are left out. */
  private static void addNames(List<String> folders, NavigableSet<String> found) {
    folders.stream()
        .map(folder -> folder.replace('/', '.'))
        .filter(SourceVersion::isName)
        .forEach(found::add);
  }

  private static void add(Path root, String ending, NavigableSet<String> found) {
    try {
      addNames(folders(root, ending), found);
    } catch (IOException | UncheckedIOException unreadable) {
      // The reader of declarations reports it.
    }
  }

  /** The folders with files of a kind, written with slashes. */
  private static List<String> folders(Path root, String ending) throws IOException {
    try (Stream<Path> files = Files.walk(root, FileVisitOption.FOLLOW_LINKS)) {
      return files
          .filter(file -> file.toString().endsWith(ending))
          .map(file -> root.relativize(file).getParent())
          .filter(folder -> folder != null)
          .map(folder -> folder.toString().replace('\\', '/'))
          .filter(folder -> !folder.startsWith("META-INF"))
          .distinct()
          .toList();
    }
  }
}
