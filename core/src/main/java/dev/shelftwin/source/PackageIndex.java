package dev.shelftwin.source;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.NavigableSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The packages of the users' code, from the folders and jars of its sources and classes. */
final class PackageIndex {

  private final CodePaths code;
  private @Nullable List<String> names;

  PackageIndex(CodePaths code) {
    this.code = code;
  }

  /** The names of packages with at least one type, in alphabetical order. */
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
      jar.getRootDirectories().forEach(root -> add(root, ".class", found));
    } catch (IOException | RuntimeException unreadable) {
      // The reader of declarations reports it.
    }
  }

  private static void add(Path root, String ending, NavigableSet<String> found) {
    try (Stream<Path> files = Files.walk(root, FileVisitOption.FOLLOW_LINKS)) {
      files
          .filter(file -> file.toString().endsWith(ending))
          .map(file -> root.relativize(file).getParent())
          .filter(folder -> folder != null)
          .map(folder -> folder.toString().replace('/', '.').replace('\\', '.'))
          .filter(name -> !name.startsWith("META-INF"))
          .forEach(found::add);
    } catch (IOException unreadable) {
      // The reader of declarations reports it.
    }
  }
}
