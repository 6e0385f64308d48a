package dev.shelftwin;

import dev.shelftwin.change.OwnSources;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Shape;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the calls of constructors and factories in sources, by their names. */
final class Callers {

  private final OwnSources sources;

  Callers(OwnSources sources) {
    this.sources = sources;
  }

  /** The places of the calls, outside the types' own sources. */
  List<String> of(List<Shape> types) {
    if (types.isEmpty()) {
      return List.of();
    }
    Set<String> own =
        types.stream().map(type -> type.type().outermostName()).collect(Collectors.toSet());
    Pattern calls =
        Pattern.compile(types.stream().map(Callers::calls).collect(Collectors.joining("|")));
    List<String> found = new ArrayList<>();
    sources
        .having(calls)
        .forEach(
            (name, file) -> {
              if (!own.contains(name)) {
                find(file, calls, found);
              }
            });
    return found;
  }

  /** The constructors and factories of a type. */
  static Stream<Creator> creators(Shape type) {
    return Stream.concat(type.creators().stream(), factories(type));
  }

  private static Stream<Creator> factories(Shape type) {
    return type.statics().stream()
        .filter(one -> one.returns().erased().equals(type.type().erased()));
  }

  private static String calls(Shape type) {
    String name = Pattern.quote(type.type().simpleName());
    String factories =
        factories(type)
            .map(Creator::name)
            .distinct()
            .map(one -> "|\\b" + name + "\\." + Pattern.quote(one) + "\\(")
            .collect(Collectors.joining());
    return "\\bnew " + name + "\\(" + factories;
  }

  private static void find(Path file, Pattern calls, List<String> found) {
    try {
      List<String> lines =
          new String(Files.readAllBytes(file), StandardCharsets.UTF_8).lines().toList();
      for (int index = 0; index < lines.size(); index++) {
        if (calls.matcher(lines.get(index)).find()) {
          found.add(file + ":" + (index + 1) + "  " + lines.get(index).strip());
        }
      }
    } catch (IOException gone) {
      throw new UncheckedIOException(gone);
    }
  }
}
