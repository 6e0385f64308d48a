package dev.shelftwin.benchmarks;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.processor.ShelfTwinProcessor;
import dev.shelftwin.runtime.Fault;
import jakarta.persistence.Entity;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.Processor;
import javax.annotation.processing.RoundEnvironment;
import javax.annotation.processing.SupportedAnnotationTypes;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import javax.tools.ToolProvider;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;

/** A compilation with our annotation processor beside one without it. */
@State(Scope.Benchmark)
public class Compiling {

  /** How many concepts the project has. */
  @Param({"10", "100", "1000"})
  public int concepts;

  private Path folder;
  private Path withoutPlan;
  private List<Path> sources;
  private List<Path> sourcesWithoutPlan;
  private List<Path> mappers;
  private Map<String, String> mapperTexts;
  private List<Path> classPath;

  /**
   * Writes the project twice, with and without its plan, and the mappers that people would write.
   */
  @Setup(Level.Trial)
  public void write() throws IOException, URISyntaxException {
    folder = Files.createTempDirectory("many-concepts");
    withoutPlan = Files.createTempDirectory("many-concepts");
    sources = ManyConcepts.write(folder, concepts);
    sourcesWithoutPlan = ManyConcepts.write(withoutPlan, concepts);
    Files.delete(withoutPlan.resolve("shelf-twin.yaml"));
    classPath = List.of(locationOf(Entity.class), locationOf(Fault.class));
    Files.writeString(
        folder.resolve("class-path.txt"),
        classPath.get(0) + java.io.File.pathSeparator + classPath.get(1));
    Files.createDirectories(folder.resolve("classes"));
    Files.createDirectories(withoutPlan.resolve("classes"));
    mappers = new ArrayList<>();
    mapperTexts = new LinkedHashMap<>();
    try (ShelfTwin twin = ShelfTwin.open(folder.resolve("shelf-twin.yaml"))) {
      for (SourceFile mapper : twin.generate().files()) {
        Path file = folder.resolve("mappers").resolve(mapper.path());
        Files.createDirectories(file.getParent());
        Files.writeString(file, mapper.text());
        mappers.add(file);
        mapperTexts.put(mapper.qualifiedName(), mapper.text());
      }
    }
  }

  private static Path locationOf(Class<?> type) throws URISyntaxException {
    return Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
  }

  /** Leaves nothing behind. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    for (Path root : List.of(folder, withoutPlan)) {
      try (Stream<Path> all = Files.walk(root)) {
        List<Path> deepestFirst = new ArrayList<>(all.toList());
        deepestFirst.sort((one, other) -> other.compareTo(one));
        for (Path path : deepestFirst) {
          Files.delete(path);
        }
      }
    }
  }

  /** The types and equally many mappers that were there before. */
  @Benchmark
  public boolean withMappers() throws IOException {
    return compile(
        folder, Stream.concat(sources.stream(), mappers.stream()).toList(), Optional.empty());
  }

  /** The types, whose mappers the processor generates and checks. */
  @Benchmark
  public boolean withProcessor() throws IOException {
    return compile(folder, sources, Optional.of(new ShelfTwinProcessor()));
  }

  /** The types, with a processor that only writes mappers that it was given. */
  @Benchmark
  public boolean withWritingProcessor() throws IOException {
    return compile(folder, sources, Optional.of(new WritingProcessor(mapperTexts)));
  }

  /** The types alone. */
  @Benchmark
  public boolean alone() throws IOException {
    return compile(withoutPlan, sourcesWithoutPlan, Optional.empty());
  }

  /** The types, with a processor that finds no plan. */
  @Benchmark
  public boolean withoutPlan() throws IOException {
    return compile(withoutPlan, sourcesWithoutPlan, Optional.of(new ShelfTwinProcessor()));
  }

  /** The types, with a processor that does nothing at all. */
  @Benchmark
  public boolean withEmptyProcessor() throws IOException {
    return compile(withoutPlan, sourcesWithoutPlan, Optional.of(new EmptyProcessor()));
  }

  /** Looks at every type, as ours does, and at nothing in it. */
  @SupportedAnnotationTypes("*")
  private static final class EmptyProcessor extends AbstractProcessor {

    @Override
    public SourceVersion getSupportedSourceVersion() {
      return SourceVersion.latest();
    }

    @Override
    public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
      return false;
    }
  }

  /** Writes sources, for which the compiler needs a further round, and does nothing else. */
  @SupportedAnnotationTypes("*")
  private static final class WritingProcessor extends AbstractProcessor {

    private final Map<String, String> texts;
    private boolean done;

    WritingProcessor(Map<String, String> texts) {
      this.texts = texts;
    }

    @Override
    public SourceVersion getSupportedSourceVersion() {
      return SourceVersion.latest();
    }

    @Override
    public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
      if (!done) {
        done = true;
        texts.forEach(this::write);
      }
      return false;
    }

    private void write(String name, String text) {
      try (Writer writer = processingEnv.getFiler().createSourceFile(name).openWriter()) {
        writer.write(text);
      } catch (IOException failed) {
        throw new UncheckedIOException(failed);
      }
    }
  }

  private boolean compile(Path project, List<Path> inputs, Optional<Processor> processor)
      throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(
          StandardLocation.CLASS_OUTPUT, List.of(project.resolve("classes")));
      JavaCompiler.CompilationTask task =
          compiler.getTask(
              null,
              files,
              null,
              processor.isPresent() ? List.of() : List.of("-proc:none"),
              null,
              files.getJavaFileObjectsFromPaths(inputs));
      processor.ifPresent(one -> task.setProcessors(List.of(one)));
      if (!task.call()) {
        throw new IllegalStateException("the project that was written does not compile");
      }
      return true;
    }
  }
}
