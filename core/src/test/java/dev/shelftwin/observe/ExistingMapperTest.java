package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Mappers that people write: every wrong one is reported, and no right one is. */
class ExistingMapperTest {

  private static final Path FILES = Path.of("src/test/resources/existing");

  /** A method with its types, and what must be found in it. */
  private static final Pattern METHOD =
      Pattern.compile(
          "(?m)^  (?:private )?(?:static )?(?:void|[\\w<>]+) (\\w+)\\((.*?)\\)[^{]*\\{(?: // (.*))?$");

  @TempDir Path folder;

  @Test
  void everyWrongMapperIsReported() throws IOException {
    Map<String, String> wanted = methods("WrongMappers");
    Map<String, String> found = found("WrongMappers", wanted.keySet());
    assertThat(wanted).hasSizeGreaterThanOrEqualTo(40);
    assertThat(lines(found)).containsExactlyElementsOf(lines(wanted));
  }

  @Test
  void noRightMapperIsReported() throws IOException {
    Map<String, String> wanted = methods("RightMappers");
    assertThat(wanted).hasSizeGreaterThanOrEqualTo(20);
    assertThat(lines(found("RightMappers", wanted.keySet())))
        .containsExactlyElementsOf(lines(wanted));
  }

  private static List<String> lines(Map<String, String> byMethod) {
    return byMethod.entrySet().stream()
        .map(entry -> entry.getKey() + ": " + entry.getValue())
        .toList();
  }

  /** What must be found, by method with its parameters. */
  private static Map<String, String> methods(String type) throws IOException {
    Map<String, String> methods = new LinkedHashMap<>();
    Matcher method =
        METHOD.matcher(Files.readString(FILES.resolve("src/coop/kiln/mapping/" + type + ".java")));
    while (method.find()) {
      if (!method.group(2).contains("int ")) {
        methods.put(method.group(1), method.group(3) == null ? "" : method.group(3));
      }
    }
    return methods;
  }

  private Map<String, String> found(String type, Set<String> methods) throws IOException {
    String text = Files.readString(FILES.resolve("src/coop/kiln/mapping/" + type + ".java"));
    List<String> out = new ArrayList<>();
    List<String> in = new ArrayList<>();
    for (String method : methods) {
      boolean inward =
          text.contains(" " + method + "(WorkshopDto") || text.contains(method + "(WorkshopRow to");
      (inward ? in : out)
          .add(
              "coop.kiln.mapping."
                  + type
                  + "."
                  + method
                  + (method.equals("recursive") ? "(coop.kiln.store.WorkshopRow)" : ""));
    }
    String plan =
        Files.readString(FILES.resolve("plan.yaml"))
            .replace(
                "# METHODS",
                "WorkshopRow -> WorkshopDto: " + out + "\n      WorkshopDto -> WorkshopRow: " + in);
    StringBuilder java = new StringBuilder();
    try (var files = Files.walk(FILES.resolve("src"))) {
      files.filter(Files::isRegularFile).sorted().forEach(file -> java.append(read(file)));
    }
    Map<String, String> found = new LinkedHashMap<>();
    for (String method : methods) {
      found.put(method, "");
    }
    new Project(folder)
        .instead(plan, java.toString())
        .run(OpenProject::observe)
        .forEach(
            mapper ->
                found.put(
                    mapper.method().replaceAll("\\(.*", "").replaceAll(".*\\.", ""),
                    summary(mapper.findings())));
    return found;
  }

  private static String read(Path file) {
    try {
      return Files.readString(file);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }

  private static String summary(List<Finding> findings) {
    Map<String, Set<String>> byRule = new LinkedHashMap<>();
    for (Finding finding : findings) {
      byRule
          .computeIfAbsent(finding.rule().key(), rule -> new TreeSet<>())
          .add(finding.field().map(field -> field.name()).orElse(""));
    }
    return byRule.entrySet().stream()
        .map(entry -> (entry.getKey() + " " + String.join(" ", entry.getValue())).strip())
        .collect(Collectors.joining("; "));
  }
}
