package dev.shelftwin.benchmarks;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import jakarta.persistence.Entity;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;

/** The check of a whole project beside the compilation of the same sources. */
@State(Scope.Benchmark)
public class Checking {

  /** How many concepts the project has. */
  @Param({"10", "100", "1000"})
  public int concepts;

  private Path folder;
  private List<Path> sources;
  private Path standards;

  /** Writes the project and compiles it once, since a check reads class files too. */
  @Setup(Level.Trial)
  public void write() throws IOException, URISyntaxException {
    folder = Files.createTempDirectory("many-concepts");
    sources = ManyConcepts.write(folder, concepts);
    standards = Path.of(Entity.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    Files.writeString(folder.resolve("class-path.txt"), standards.toString());
    Files.createDirectories(folder.resolve("classes"));
    javac();
  }

  /** Leaves nothing behind. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      List<Path> deepestFirst = new ArrayList<>(all.toList());
      deepestFirst.sort((one, other) -> other.compareTo(one));
      for (Path path : deepestFirst) {
        Files.delete(path);
      }
    }
  }

  /** What a build does anyway: {@code javac -proc:none}. */
  @Benchmark
  public boolean javac() throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
      List<String> options =
          List.of(
              "-proc:none",
              "-d",
              folder.resolve("classes").toString(),
              "-cp",
              standards.toString());
      boolean compiled =
          compiler
              .getTask(null, files, null, options, null, files.getJavaFileObjectsFromPaths(sources))
              .call();
      if (!compiled) {
        throw new IllegalStateException("the project that was written does not compile");
      }
      return compiled;
    }
  }

  /** All rules over all concepts, from the plan's text to the findings. */
  @Benchmark
  public List<Finding> check() {
    try (ShelfTwin twin = ShelfTwin.open(folder.resolve("shelf-twin.yaml"))) {
      List<Finding> findings = twin.check().findings();
      if (!findings.isEmpty()) {
        throw new IllegalStateException("the clean project has findings: " + findings.get(0));
      }
      return findings;
    }
  }
}
