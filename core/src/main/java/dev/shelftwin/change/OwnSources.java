package dev.shelftwin.change;

import dev.shelftwin.shape.Shape;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The sources that the users write themselves: generated mappers are left out. */
public final class OwnSources {

  private static final String ENDING = ".java";

  private final List<Path> folders;
  private final Set<String> generated;
  private final List<Path> classes;
  private @Nullable CompiledSources compiled;

  /**
   * The users' own sources.
   *
   * @param folders source folders
   * @param classes the folders of the users' classes, as far as they are compiled
   * @param generated the paths of generated mappers below a source folder, with slashes
   */
  public OwnSources(List<Path> folders, List<Path> classes, Collection<String> generated) {
    this.folders = List.copyOf(folders);
    this.classes = List.copyOf(classes);
    this.generated = Set.copyOf(generated);
  }

  /** The file of a type's source; empty if the users do not have it. */
  static Optional<Path> of(Shape shape) {
    Path file = Path.of(shape.place().file());
    boolean exists =
        shape.place().line() > 0 && file.toString().endsWith(ENDING) && Files.isRegularFile(file);
    return exists ? Optional.of(file) : Optional.empty();
  }

  List<Path> folders() {
    return folders;
  }

  /**
   * The files that have a word, by the qualified names of their types.
   *
   * @throws UncheckedIOException if a file cannot be read
   */
  public Map<String, Path> having(Pattern word) {
    return having(word, (file, path) -> true);
  }

  /**
   * The files that have a word and may use members of types, by the qualified names of their types.
   * What class files show to have nothing to do with them is left out.
   *
   * @param types the qualified names of types that are nested in no other
   * @param members the names of their fields and methods
   * @param words simple names that texts, such as queries, may have for the types
   * @throws UncheckedIOException if a file cannot be read
   */
  Map<String, Path> using(Pattern word, Set<String> types, Set<String> members, Set<String> words) {
    CompiledSources read = compiled();
    Set<String> all = read.withSubtypes(types);
    return having(word, (file, path) -> read.mayUse(file, path, all, members, words));
  }

  /**
   * The files that name a type or, as far as there are class files, one below it, by the qualified
   * names of their types.
   *
   * @param types the qualified names of types that are nested in no other
   * @throws UncheckedIOException if a file cannot be read
   */
  public Map<String, Path> naming(Set<String> types) {
    if (types.isEmpty()) {
      return Map.of();
    }
    CompiledSources read = compiled();
    Set<String> all = read.withSubtypes(types);
    Pattern names =
        Pattern.compile(
            all.stream()
                .map(type -> Pattern.quote(type.substring(type.lastIndexOf('/') + 1)))
                .collect(Collectors.joining("|", "\\b(?:", ")\\b")));
    return having(names, (file, path) -> read.mayUse(file, path, all, Set.of(), Set.of()));
  }

  private CompiledSources compiled() {
    if (compiled == null) {
      compiled = new CompiledSources(classes);
    }
    return compiled;
  }

  private Map<String, Path> having(Pattern word, BiPredicate<Path, String> also) {
    Map<String, Path> having = new TreeMap<>();
    for (Path folder : folders) {
      try (Stream<Path> all = Files.walk(folder)) {
        for (Path file : all.filter(one -> one.toString().endsWith(ENDING)).toList()) {
          String path = folder.relativize(file).toString().replace('\\', '/');
          // Names have the same bytes in all encodings that sources usually have.
          if (!generated.contains(path)
              && word.matcher(Files.readString(file, StandardCharsets.ISO_8859_1)).find()
              && also.test(file, path)) {
            String name = path.substring(0, path.length() - ENDING.length()).replace('/', '.');
            having.putIfAbsent(name, file);
          }
        }
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }
    return having;
  }
}
