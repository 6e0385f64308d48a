package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The packages use each other in one direction only, as the table says. */
class ImportsTest {

  private static final Path ROOT = Path.of("..");

  /** What each package may use; and what that may use. */
  private static final Map<String, List<String>> MAY_USE =
      Map.ofEntries(
          Map.entry("runtime", List.of()),
          Map.entry("shape", List.of()),
          Map.entry("finding", List.of("shape")),
          Map.entry("facts", List.of("shape")),
          Map.entry("compile", List.of("finding", "runtime")),
          Map.entry("source", List.of("finding", "facts", "compile")),
          Map.entry("plan", List.of("finding")),
          Map.entry("convert", List.of("shape", "runtime")),
          Map.entry("ledger", List.of("plan", "convert")),
          Map.entry("draft", List.of("ledger")),
          Map.entry("rule", List.of("ledger", "facts")),
          Map.entry("generate", List.of("ledger", "runtime")),
          Map.entry("trial", List.of("ledger", "compile", "runtime")),
          Map.entry("wire", List.of("trial")),
          Map.entry("store", List.of("trial")),
          Map.entry("", List.of("source", "draft", "rule", "generate", "trial", "wire", "store")),
          Map.entry("report", List.of("rule", "generate", "trial")),
          Map.entry("cli", List.of("", "report")),
          Map.entry("benchmarks", List.of("", "finding")));

  private static final Pattern NAME =
      Pattern.compile("\\bdev\\.shelftwin((?:\\.[a-z]\\w*)*)\\.(?=[A-Z*])");

  @Test
  void packagesUseOnlyWhatTheyMay() throws IOException {
    Set<String> seen = new HashSet<>();
    Set<String> breaches = new TreeSet<>();
    for (Path file : sources()) {
      String text = code(Files.readString(file));
      String own = packageOf(text);
      seen.add(own);
      Matcher name = NAME.matcher(text);
      while (name.find()) {
        String used = name.group(1).replaceFirst("^\\.", "");
        if (!used.equals(own) && !reachable(own).contains(used)) {
          breaches.add(own + " uses " + used + " in " + file.getFileName());
        }
      }
    }
    assertThat(breaches).isEmpty();
    assertThat(seen).containsExactlyInAnyOrderElementsOf(MAY_USE.keySet());
  }

  @Test
  void theTableHasNoCycle() {
    assertThat(MAY_USE.keySet())
        .allSatisfy(name -> assertThat(reachable(name)).doesNotContain(name));
  }

  @Test
  void everyPackageIsDocumentedAndNullMarked() throws IOException {
    for (Path file : sources()) {
      assertThat(file.resolveSibling("package-info.java")).content().contains("@NullMarked");
    }
  }

  private static List<Path> sources() throws IOException {
    try (Stream<Path> files = Files.walk(ROOT)) {
      List<Path> sources =
          files
              .filter(file -> file.toString().endsWith(".java"))
              .filter(file -> file.toString().contains("src/main/java/dev/shelftwin"))
              .toList();
      assertThat(sources).as("a test that reads nothing proves nothing").hasSizeGreaterThan(80);
      return sources;
    }
  }

  private static Set<String> reachable(String from) {
    Set<String> reached = new HashSet<>();
    for (String next : MAY_USE.getOrDefault(from, List.of())) {
      reached.add(next);
      reached.addAll(reachable(next));
    }
    return reached;
  }

  private static String packageOf(String text) {
    Matcher name = Pattern.compile("package dev\\.shelftwin\\.?([a-z.]*);").matcher(text);
    assertThat(name.find()).isTrue();
    return name.group(1);
  }

  /** Without comments, which may mention whatever they like. */
  private static String code(String text) {
    return text.replaceAll("(?s)/\\*.*?\\*/", "").replaceAll("(?m)//.*$", "");
  }
}
