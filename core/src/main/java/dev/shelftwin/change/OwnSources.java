package dev.shelftwin.change;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The sources that the users write themselves: generated mappers are left out. */
public final class OwnSources {

  private static final String ENDING = ".java";

  private final List<Path> folders;
  private final Set<String> generated;

  /**
   * The users' own sources.
   *
   * @param folders source folders
   * @param generated the paths of generated mappers below a source folder, with slashes
   */
  public OwnSources(List<Path> folders, Collection<String> generated) {
    this.folders = List.copyOf(folders);
    this.generated = Set.copyOf(generated);
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
    Map<String, Path> having = new TreeMap<>();
    for (Path folder : folders) {
      try (Stream<Path> all = Files.walk(folder)) {
        for (Path file : all.filter(one -> one.toString().endsWith(ENDING)).toList()) {
          String path = folder.relativize(file).toString().replace('\\', '/');
          // Names have the same bytes in all encodings that sources usually have.
          if (!generated.contains(path)
              && word.matcher(Files.readString(file, StandardCharsets.ISO_8859_1)).find()) {
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
