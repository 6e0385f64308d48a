package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LineMap;
import com.sun.source.tree.MethodTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;

/**
 * Packages use each other in one direction only, as the table says; files and methods are short.
 */
class ImportsTest {

  private static final Path ROOT = Path.of("..");

  /** What each package may use; and what that may use. */
  private static final Map<String, List<String>> MAY_USE =
      Map.ofEntries(
          Map.entry("runtime", List.of()),
          Map.entry("shape", List.of()),
          Map.entry("finding", List.of("shape")),
          Map.entry("facts", List.of("shape")),
          Map.entry("document", List.of("plan")),
          Map.entry("compile", List.of("finding", "runtime")),
          Map.entry("source", List.of("finding", "facts", "compile")),
          Map.entry("plan", List.of("finding")),
          Map.entry("convert", List.of("facts", "runtime")),
          Map.entry("ledger", List.of("plan", "convert")),
          Map.entry("describe", List.of("plan")),
          Map.entry("change", List.of("ledger", "compile")),
          Map.entry("draft", List.of("rule", "observe")),
          Map.entry("rule", List.of("ledger", "facts", "document", "describe")),
          Map.entry("generate", List.of("ledger", "runtime")),
          Map.entry("trial", List.of("ledger", "compile", "runtime")),
          Map.entry("observe", List.of("trial")),
          Map.entry("wire", List.of("trial", "document")),
          Map.entry("store", List.of("trial")),
          Map.entry(
              "",
              List.of("source", "draft", "rule", "generate", "observe", "wire", "store", "change")),
          Map.entry("report", List.of("rule", "generate", "observe", "change")),
          Map.entry("processor", List.of("source", "rule", "generate")),
          Map.entry("junit", List.of("", "report")),
          Map.entry("cli", List.of("", "report")),
          Map.entry("benchmarks", List.of("", "finding", "processor")));

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

  @Test
  void noCycleOfClassesIsLargerThanFour() throws IOException {
    Map<String, Map<String, String>> packages = new TreeMap<>();
    for (Path file : sources()) {
      String text = code(Files.readString(file));
      String name = file.getFileName().toString().replace(".java", "");
      packages.computeIfAbsent(packageOf(text), own -> new TreeMap<>()).put(name, text);
    }
    for (Map<String, String> classes : packages.values()) {
      Map<String, Set<String>> uses = new TreeMap<>();
      classes.forEach((name, text) -> uses.put(name, used(text, name, classes.keySet())));
      for (String name : classes.keySet()) {
        Set<String> cycle = reached(name, uses);
        cycle.removeIf(other -> !reached(other, uses).contains(name));
        assertThat(cycle).hasSizeLessThanOrEqualTo(4);
      }
    }
  }

  private static Set<String> used(String text, String own, Set<String> names) {
    Set<String> used = new TreeSet<>();
    Matcher word = Pattern.compile("(?<![.\\w])[A-Z]\\w*").matcher(text);
    while (word.find()) {
      if (names.contains(word.group()) && !word.group().equals(own)) {
        used.add(word.group());
      }
    }
    return used;
  }

  private static Set<String> reached(String from, Map<String, Set<String>> uses) {
    Set<String> reached = new TreeSet<>();
    Deque<String> next = new ArrayDeque<>(uses.get(from));
    while (!next.isEmpty()) {
      String name = next.pop();
      if (reached.add(name)) {
        next.addAll(uses.get(name));
      }
    }
    return reached;
  }

  @Test
  void filesAndMethodsAreShort() throws IOException {
    List<Path> files = sources();
    Map<String, Integer> lengths = new TreeMap<>();
    for (Path file : files) {
      lengths.put(file.toString(), Files.readAllLines(file).size());
    }
    assertThat(lengths.values()).allMatch(lines -> lines <= 450);
    assertThat(lengths.values().stream().filter(lines -> lines < 300).count())
        .isGreaterThanOrEqualTo(Math.round(0.95 * files.size()));
    assertThat(longMethods(files)).isEmpty();
  }

  /** Methods of more than 60 lines. */
  private static List<String> longMethods(List<Path> files) throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    List<String> found = new ArrayList<>();
    try (StandardJavaFileManager manager = compiler.getStandardFileManager(null, null, null)) {
      JavacTask task =
          (JavacTask)
              compiler.getTask(
                  null, manager, null, null, null, manager.getJavaFileObjectsFromPaths(files));
      SourcePositions positions = Trees.instance(task).getSourcePositions();
      for (CompilationUnitTree unit : task.parse()) {
        new TreeScanner<Void, Void>() {
          @Override
          public Void visitMethod(MethodTree method, Void nothing) {
            LineMap lines = unit.getLineMap();
            long first = lines.getLineNumber(positions.getStartPosition(unit, method));
            long last = lines.getLineNumber(positions.getEndPosition(unit, method));
            if (last - first >= 60) {
              found.add(unit.getSourceFile().getName() + ":" + first + " " + method.getName());
            }
            return super.visitMethod(method, nothing);
          }
        }.scan(unit, null);
      }
    }
    return found;
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
