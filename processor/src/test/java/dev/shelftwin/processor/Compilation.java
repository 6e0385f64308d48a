package dev.shelftwin.processor;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.annotation.processing.Processor;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import javax.tools.ToolProvider;

/** A compilation of one module with the processor. */
final class Compilation {

  private final Path output;
  private final List<Path> classPath = new ArrayList<>();
  private final List<String> options =
      new ArrayList<>(List.of("-parameters", "-Xlint:all,-processing"));
  private final List<Processor> processors = new ArrayList<>();
  private Predicate<String> included = file -> true;

  /**
   * A compilation.
   *
   * @param output where the classes go
   */
  Compilation(Path output) {
    this(output, new ShelfTwinProcessor());
  }

  Compilation(Path output, Processor processor) {
    this.output = output;
    processors.add(processor);
    Stream.of(System.getProperty("java.class.path").split(java.io.File.pathSeparator))
        .map(Path::of)
        .forEach(classPath::add);
  }

  Compilation on(Path classes) {
    classPath.add(classes);
    return this;
  }

  Compilation with(String option) {
    options.add(option);
    return this;
  }

  /** Before ours. */
  Compilation with(Processor other) {
    processors.add(0, other);
    return this;
  }

  /** After ours. */
  Compilation after(Processor other) {
    processors.add(other);
    return this;
  }

  /** Only some files, by a part of their paths. */
  Compilation only(String... parts) {
    included = file -> Stream.of(parts).anyMatch(file::contains);
    return this;
  }

  /**
   * Compiles the sources of a folder.
   *
   * @return the messages as {@code KIND File.java:line text}, and the qualified names of generated
   *     types as {@code generated NAME}
   */
  List<String> run(Path sources) {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    Path generated = output.resolveSibling(output.getFileName() + "-generated");
    try (StandardJavaFileManager files =
            compiler.getStandardFileManager(messages, Locale.ROOT, null);
        Stream<Path> all = Files.walk(sources)) {
      Files.createDirectories(output);
      Files.createDirectories(generated);
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(StandardLocation.CLASS_OUTPUT, List.of(output));
      files.setLocationFromPaths(StandardLocation.SOURCE_OUTPUT, List.of(generated));
      List<Path> inputs =
          all.filter(file -> file.toString().endsWith(".java"))
              .filter(file -> included.test(file.toString().replace('\\', '/')))
              .sorted()
              .toList();
      JavaCompiler.CompilationTask task =
          compiler.getTask(
              null, files, messages, options, null, files.getJavaFileObjectsFromPaths(inputs));
      task.setProcessors(processors);
      task.call();
      List<String> result = new ArrayList<>();
      messages.getDiagnostics().stream()
          .filter(message -> !message.getMessage(Locale.ROOT).startsWith("No SupportedSource"))
          .forEach(message -> result.add(text(message)));
      result.addAll(names(generated));
      return result;
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  private static String text(Diagnostic<? extends JavaFileObject> message) {
    String file =
        message.getSource() == null
            ? ""
            : Path.of(message.getSource().getName()).getFileName()
                + ":"
                + message.getLineNumber()
                + " ";
    return message.getKind() + " " + file + message.getMessage(Locale.ROOT);
  }

  private static List<String> names(Path generated) throws IOException {
    try (Stream<Path> files = Files.walk(generated)) {
      return files
          .filter(file -> file.toString().endsWith("Mapper.java"))
          .map(file -> "generated " + file.getFileName().toString().replace(".java", ""))
          .sorted()
          .collect(Collectors.toList());
    }
  }
}
