package dev.shelftwin;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Shape;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the calls of constructors and factories in sources, by their names. */
final class Callers {

  private final List<Path> sources;
  private final Set<String> skipped;

  /**
   * The calls in source folders.
   *
   * @param skipped the paths of files that are made again, below a source folder, with slashes
   */
  Callers(List<Path> sources, Collection<String> skipped) {
    this.sources = List.copyOf(sources);
    this.skipped = Set.copyOf(skipped);
  }

  /** The places of the calls, outside the types' own sources. */
  List<String> of(List<Shape> types) {
    List<Pattern> calls = types.stream().map(Callers::calls).toList();
    Set<String> own =
        types.stream()
            .map(type -> type.type().outermostName().replace('.', '/') + ".java")
            .collect(Collectors.toSet());
    List<String> found = new ArrayList<>();
    for (Path folder : sources) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.filter(one -> one.toString().endsWith(".java")).sorted().toList()) {
          String path = folder.relativize(file).toString().replace('\\', '/');
          if (!own.contains(path) && !skipped.contains(path)) {
            find(file, calls, found);
          }
        }
      } catch (IOException | UncheckedIOException unreadable) {
        found.add(folder + " cannot be searched for calls");
      }
    }
    return found;
  }

  private static Pattern calls(Shape type) {
    String name = Pattern.quote(type.type().simpleName());
    String factories =
        type.statics().stream()
            .filter(one -> one.returns().erased().equals(type.type().erased()))
            .map(Creator::name)
            .distinct()
            .map(one -> "|\\b" + name + "\\." + Pattern.quote(one) + "\\(")
            .collect(Collectors.joining());
    return Pattern.compile("\\bnew " + name + "\\(" + factories);
  }

  private static void find(Path file, List<Pattern> calls, List<String> found) throws IOException {
    List<String> lines = Files.readAllLines(file);
    for (int index = 0; index < lines.size(); index++) {
      for (Pattern call : calls) {
        Matcher matcher = call.matcher(lines.get(index));
        if (matcher.find()) {
          found.add(file + ":" + (index + 1) + "  " + lines.get(index).strip());
        }
      }
    }
  }
}
