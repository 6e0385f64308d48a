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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;
import org.jspecify.annotations.Nullable;

/**
 * The packages of the users' code and the types in them, from the folders and jars of its sources
 * and classes.
 */
final class PackageIndex {

  /** A folder of an archive that is no package, with classes below it. */
  private static final Pattern MISPLACED = Pattern.compile("([^/]*-[^/]*/classes)(/.*)?");

  private final CodePaths code;
  private @Nullable NavigableMap<String, Set<String>> types;

  PackageIndex(CodePaths code) {
    this.code = code;
  }

  /**
   * The names of packages with at least one type, in alphabetical order.
   *
   * @throws InputException if a jar keeps its classes in a folder that is no package
   */
  List<String> names() {
    return List.copyOf(types().navigableKeySet());
  }

  boolean contains(String packageName) {
    return types().containsKey(packageName);
  }

  /**
   * The names of a package's source and class files, without their endings. A class file of a
   * nested type has a dollar sign in its name (JLS §13.1).
   */
  Set<String> types(String packageName) {
    return types().getOrDefault(packageName, Set.of());
  }

  private NavigableMap<String, Set<String>> types() {
    if (types == null) {
      NavigableMap<String, Set<String>> found = new TreeMap<>();
      code.allSources().forEach(folder -> add(folder, ".java", found));
      code.classes().forEach(path -> addAll(path, found));
      types = found;
    }
    return types;
  }

  private static void addAll(Path path, Map<String, Set<String>> types) {
    if (Files.isDirectory(path)) {
      add(path, ".class", types);
      return;
    }
    List<Path> files = new ArrayList<>();
    try (FileSystem jar = FileSystems.newFileSystem(path)) {
      for (Path root : jar.getRootDirectories()) {
        files.addAll(files(root, ".class"));
      }
      addNames(files, ".class", types);
    } catch (IOException | RuntimeException unreadable) {
      // The reader of declarations reports it.
    }
    refuseMisplaced(path, files);
  }

  private static void refuseMisplaced(Path jar, List<Path> files) {
    files.stream()
        .map(file -> MISPLACED.matcher(folder(file)))
        .filter(Matcher::matches)
        .findFirst()
        .ifPresent(
            misplaced -> {
              throw new InputException(
                  Place.in(jar.toString()),
                  "It keeps classes in " + misplaced.group(1) + ", where they are in no package",
                  "unpack it, and give that folder with --classes");
            });
  }

  private static void add(Path root, String ending, Map<String, Set<String>> types) {
    try {
      addNames(files(root, ending), ending, types);
    } catch (IOException | UncheckedIOException unreadable) {
      // The reader of declarations reports it.
    }
  }

  /** Folders whose names no source can write are left out. */
  private static void addNames(List<Path> files, String ending, Map<String, Set<String>> types) {
    for (Path file : files) {
      String packageName = folder(file).replace('/', '.');
      if (SourceVersion.isName(packageName)) {
        String name = file.getFileName().toString();
        types
            .computeIfAbsent(packageName, any -> new HashSet<>())
            .add(name.substring(0, name.length() - ending.length()));
      }
    }
  }

  /** The folder of a file, written with slashes. */
  private static String folder(Path file) {
    return Objects.requireNonNull(file.getParent()).toString().replace('\\', '/');
  }

  /** The files of a kind below a folder, but not in it, as seen from there. */
  private static List<Path> files(Path root, String ending) throws IOException {
    try (Stream<Path> files = Files.walk(root, FileVisitOption.FOLLOW_LINKS)) {
      return files
          .filter(file -> file.toString().endsWith(ending))
          .map(root::relativize)
          .filter(file -> file.getParent() != null && !file.startsWith("META-INF"))
          .toList();
    }
  }
}
