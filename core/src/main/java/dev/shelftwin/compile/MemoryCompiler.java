package dev.shelftwin.compile;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.FileObject;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** Compiles sources together with the users' code; nothing is written to disk. */
public final class MemoryCompiler {

  private final List<Path> classPath;
  private final List<Path> sourcePath;

  /**
   * A compiler over the users' code.
   *
   * @param classPath compiled classes, the users' own first
   * @param sourcePath source folders; what is newer there than in the class path is compiled too
   */
  public MemoryCompiler(List<Path> classPath, List<Path> sourcePath) {
    this.classPath = List.copyOf(classPath);
    this.sourcePath = List.copyOf(sourcePath);
  }

  /**
   * What was compiled.
   *
   * @param classes class files by binary name
   * @param failures why a source does not compile, by its qualified class name
   */
  public record Compiled(Map<String, byte[]> classes, Map<String, String> failures) {}

  /**
   * Compiles the sources that compile, also if others do not.
   *
   * @param sources texts by qualified class name
   * @param others qualified names of classes to be compiled where they are in a source folder
   * @throws InputException where a file of the users does not compile; reports every error
   */
  public Compiled compileEach(Map<String, String> sources, Collection<String> others) {
    Map<String, String> left = new HashMap<>(sources);
    Map<String, String> failures = new TreeMap<>();
    while (true) {
      DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
      Optional<Map<String, byte[]>> classes = compile(left, others, messages);
      if (classes.isPresent()) {
        return new Compiled(classes.get(), failures);
      }
      boolean removed = false;
      for (Diagnostic<? extends JavaFileObject> message : messages.getDiagnostics()) {
        if (message.getKind() == Diagnostic.Kind.ERROR
            && message.getSource() instanceof SourceText source
            && left.remove(source.name) != null) {
          failures.put(source.name, CompilerMessages.error(message).message());
          removed = true;
        }
      }
      if (!removed) {
        throw new InputException(errors(messages));
      }
    }
  }

  /**
   * Compiles.
   *
   * @param sources texts by qualified class name
   * @param others qualified names of classes to be compiled where they are in a source folder
   * @return class files by binary name
   * @throws InputException where something does not compile; reports every error
   */
  public Map<String, byte[]> compile(Map<String, String> sources, Collection<String> others) {
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    return compile(sources, others, messages)
        .orElseThrow(() -> new InputException(errors(messages)));
  }

  private Optional<Map<String, byte[]>> compile(
      Map<String, String> sources,
      Collection<String> others,
      DiagnosticCollector<JavaFileObject> messages) {
    JavaCompiler compiler = Javac.compiler();
    try (StandardJavaFileManager files =
            compiler.getStandardFileManager(messages, Locale.ROOT, null);
        MemoryFiles memory = new MemoryFiles(new UsableClasses(files, sourcePath))) {
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, sourcePath);
      List<JavaFileObject> units = new ArrayList<>();
      sources.forEach((name, text) -> units.add(new SourceText(name, text)));
      for (String other : others) {
        sourceFile(other).forEach(path -> files.getJavaFileObjects(path).forEach(units::add));
      }
      if (units.isEmpty()) {
        return Optional.of(Map.of());
      }
      List<String> options =
          List.of("-proc:none", "-parameters", "-nowarn", "-Xlint:none", "-Xmaxerrs", "10000");
      boolean done = compiler.getTask(null, memory, messages, options, null, units).call();
      return done ? Optional.of(memory.classes()) : Optional.empty();
    } catch (IOException failure) {
      throw new InputException(
          Place.in(classPath.toString()),
          "the code cannot be opened: " + failure.getMessage(),
          "correct 'code' in the plan");
    }
  }

  private List<Path> sourceFile(String qualifiedName) {
    String relative = qualifiedName.replace('.', '/') + ".java";
    return sourcePath.stream()
        .map(folder -> folder.resolve(relative))
        .filter(Files::isRegularFile)
        .limit(1)
        .toList();
  }

  private static List<InputError> errors(DiagnosticCollector<JavaFileObject> messages) {
    return messages.getDiagnostics().stream()
        .filter(message -> message.getKind() == Diagnostic.Kind.ERROR)
        .map(message -> CompilerMessages.error(message))
        .distinct()
        .toList();
  }

  /** A source that is in no file. */
  private static final class SourceText extends SimpleJavaFileObject {

    private final String name;
    private final String text;

    SourceText(String qualifiedName, String text) {
      super(URI.create("generated:///" + qualifiedName.replace('.', '/') + ".java"), Kind.SOURCE);
      this.name = qualifiedName;
      this.text = text;
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
      return text;
    }
  }

  /** Keeps what the compiler writes. */
  private static final class MemoryFiles extends ForwardingJavaFileManager<JavaFileManager> {

    private final Map<String, ByteArrayOutputStream> written = new HashMap<>();

    MemoryFiles(JavaFileManager files) {
      super(files);
    }

    @Override
    public JavaFileObject getJavaFileForOutput(
        Location location, String className, JavaFileObject.Kind kind, FileObject sibling) {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      written.put(className, bytes);
      URI uri = URI.create("memory:///" + className.replace('.', '/') + kind.extension);
      return new SimpleJavaFileObject(uri, kind) {
        @Override
        public OutputStream openOutputStream() {
          return bytes;
        }
      };
    }

    Map<String, byte[]> classes() {
      Map<String, byte[]> classes = new HashMap<>();
      written.forEach((name, bytes) -> classes.put(name, bytes.toByteArray()));
      return classes;
    }
  }
}
