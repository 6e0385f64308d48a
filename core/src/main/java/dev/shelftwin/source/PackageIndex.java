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
import java.nio.file.ProviderNotFoundException;
import java.util.List;
import java.util.NavigableSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;
import org.jspecify.annotations.Nullable;

/** The packages of the users' code, from the folders and jars of its sources and classes. */
final class PackageIndex {

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
    try (FileSystem jar = FileSystems.newFileSystem(path)) {
      for (Path root : jar.getRootDirectories()) {
        folders(root, ".class").forEach(folder -> addOfJar(path, folder, found));
      }
    } catch (IOException | UncheckedIOException | ProviderNotFoundException unreadable) {
      // The reader of declarations reports it.
    }
  }

  private static void addOfJar(Path jar, String folder, NavigableSet<String> found) {
    String name = folder.replace('/', '.');
    if (!SourceVersion.isName(name)) {
      String parent = folder.replaceFirst("/(classes)/.*", "/$1");
      throw new InputException(
          Place.in(jar.toString()),
          "It keeps classes in " + parent + ", where they are in no package",
          "unpack it, and give that folder with --classes");
    }
    found.add(name);
  }

  private static void add(Path root, String ending, NavigableSet<String> found) {
    try {
      folders(root, ending)
          .map(folder -> folder.replace('/', '.'))
          .filter(SourceVersion::isName)
          .forEach(found::add);
    } catch (IOException | UncheckedIOException unreadable) {
      // The reader of declarations reports it.
    }
  }

  /** The folders with files of a kind, written with slashes. */
  private static Stream<String> folders(Path root, String ending) throws IOException {
    try (Stream<Path> files = Files.walk(root, FileVisitOption.FOLLOW_LINKS)) {
      return files
          .filter(file -> file.toString().endsWith(ending))
          .map(file -> root.relativize(file).getParent())
          .filter(folder -> folder != null)
          .map(folder -> folder.toString().replace('\\', '/'))
          .filter(folder -> !folder.startsWith("META-INF"))
          .distinct()
          .toList()
          .stream();
    }
  }
}
