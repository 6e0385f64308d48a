package dev.shelftwin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The texts of a project: its plan and its types, by their paths.
 *
 * @param where what was changed last
 */
record Sources(Map<String, String> texts, String where) {

  static final String PLAN = "shelf-twin.yaml";

  /**
   * The example of the kiln cooperative without its generated mappers. The plan has an explicit row
   * for every key, version and audit column, so that faults can be planted in those rows too.
   */
  static Sources kiln() throws IOException {
    Path kiln = Path.of("../examples/kiln");
    Map<String, String> texts = new TreeMap<>();
    texts.put(PLAN, Files.readString(Path.of("src/test/resources/kiln-explicit.yaml")));
    try (Stream<Path> files = Files.walk(kiln.resolve("src"))) {
      for (Path file : files.filter(path -> path.toString().endsWith(".java")).toList()) {
        String name = file.getFileName().toString();
        boolean needed = file.toString().contains("main") || name.equals("KilnSamples.java");
        if (needed && !name.endsWith("Mapper.java")) {
          texts.put(kiln.relativize(file).toString(), Files.readString(file));
        }
      }
    }
    return new Sources(texts, "nowhere");
  }

  /**
   * One variant for each place where an expression matches, changed there only.
   *
   * @param files what is found in the paths of the files to be changed
   * @param put as {@link Matcher#replaceAll(String)} takes it
   */
  List<Sources> each(String files, String expression, String put) {
    Pattern pattern = Pattern.compile(expression);
    List<Sources> variants = new ArrayList<>();
    texts.forEach(
        (file, text) -> {
          if (Pattern.compile(files).matcher(file).find()) {
            List<MatchResult> places = pattern.matcher(text).results().toList();
            for (int index = 0; index < places.size(); index++) {
              if (isComment(text, places.get(index).start())) {
                continue;
              }
              variants.add(changed(file, text, pattern, put, index, places.get(index)));
            }
          }
        });
    return variants;
  }

  private static boolean isComment(String text, int at) {
    String line = text.substring(text.lastIndexOf('\n', at) + 1).stripLeading();
    return line.startsWith("*") || line.startsWith("/");
  }

  private Sources changed(
      String file, String text, Pattern pattern, String put, int index, MatchResult place) {
    int[] seen = {0};
    String changed =
        pattern
            .matcher(text)
            .replaceAll(
                match -> seen[0]++ == index ? put : Matcher.quoteReplacement(match.group()));
    long line = text.substring(0, place.start()).chars().filter(one -> one == '\n').count() + 1;
    return with(file, changed, file.substring(file.lastIndexOf('/') + 1) + ":" + line);
  }

  /** The same with every match changed, as part of a greater change. */
  Sources all(String files, String expression, String put) {
    Map<String, String> changed = new TreeMap<>(texts);
    changed.replaceAll(
        (file, text) ->
            Pattern.compile(files).matcher(file).find() ? text.replaceAll(expression, put) : text);
    return new Sources(changed, where);
  }

  /** The same with one file more or another text of it. */
  Sources with(String file, String text, String place) {
    Map<String, String> changed = new TreeMap<>(texts);
    changed.put(file, text);
    return new Sources(changed, place);
  }

  void write(Path folder) {
    texts.forEach(
        (file, text) -> {
          try {
            Path path = folder.resolve(file);
            Files.createDirectories(path.getParent());
            Files.writeString(path, text);
          } catch (IOException failure) {
            throw new UncheckedIOException(failure);
          }
        });
  }
}
