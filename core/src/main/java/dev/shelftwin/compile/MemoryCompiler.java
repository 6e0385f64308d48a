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
   * Compiles.
   *
   * @param sources texts by qualified class name
   * @param others qualified names of classes to be compiled where they are in a source folder
   * @return class files by binary name
   * @throws InputException where something does not compile; reports every error
   */
  public Map<String, byte[]> compile(Map<String, String> sources, Collection<String> others) {
    JavaCompiler compiler = Javac.compiler();
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    try (StandardJavaFileManager files =
            compiler.getStandardFileManager(messages, Locale.ROOT, null);
        MemoryFiles memory = new MemoryFiles(files)) {
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, sourcePath);
      List<JavaFileObject> units = new ArrayList<>();
      sources.forEach((name, text) -> units.add(new SourceText(name, text)));
      for (String other : others) {
        sourceFile(other).forEach(path -> files.getJavaFileObjects(path).forEach(units::add));
      }
      if (units.isEmpty()) {
        return Map.of();
      }
      List<String> options = List.of("-proc:none", "-parameters", "-nowarn", "-Xlint:none");
      boolean done = compiler.getTask(null, memory, messages, options, null, units).call();
      if (!done) {
        throw new InputException(errors(messages));
      }
      return memory.classes();
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

    private final String text;

    SourceText(String qualifiedName, String text) {
      super(URI.create("generated:///" + qualifiedName.replace('.', '/') + ".java"), Kind.SOURCE);
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
