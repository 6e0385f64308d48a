package dev.shelftwin.source;

import com.sun.source.util.JavacTask;
import com.sun.source.util.Trees;
import dev.shelftwin.compile.CompilerMessages;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.compile.UsableClasses;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import javax.tools.Diagnostic;
import javax.tools.FileObject;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;

/**
 * Reads shapes through the compiler API (JSR 199 and JSR 269) from source folders, class folders
 * and jars. Of bodies only that is read which says more about declarations.
 *
 * <p>Problems with single types are collected as {@link #errors}; the other types are still read.
 */
public final class JavaReader implements Shapes, AutoCloseable {

  private final StandardJavaFileManager files;
  private final Elements elements;
  private final ElementReader reader;
  private final ClassFiles dependencies;
  private final Map<String, BodyFacts> bodies = new HashMap<>();
  private final SourceBodies sources;
  private final SourceIndex index;
  private final PackageIndex packages;
  private final InputErrors errors = new InputErrors();

  /**
   * Opens the code; nothing is read yet.
   *
   * @throws InputException if this Java has no compiler, or a path cannot be opened
   */
  public JavaReader(CodePaths code) {
    JavaCompiler compiler = Javac.compiler();
    files = compiler.getStandardFileManager(this::report, Locale.ROOT, null);
    setPaths(StandardLocation.CLASS_PATH, code.readable());
    setPaths(StandardLocation.SOURCE_PATH, code.allSources());
    List<String> options = List.of("-proc:none", "-parameters", "-Xlint:none");
    JavacTask task =
        (JavacTask)
            compiler.getTask(
                null,
                new UsableClasses(files, code.allSources()),
                this::report,
                options,
                null,
                List.of());
    elements = task.getElements();
    sources = new SourceBodies(elements, task.getTypes(), Trees.instance(task));
    index = new SourceIndex(compiler, code.sources());
    Map<String, DeclaredPlaces> described = DeclaredPlaces.described(code.described().places());
    Places places =
        new Places(
            type -> described.getOrDefault(type.qualifiedName(), index.of(type)), this::container);
    reader =
        new ElementReader(elements, task.getTypes(), places, this::bodies, this::typesIn, errors);
    dependencies = new ClassFiles(code, places);
    packages = new PackageIndex(code);
  }

  @Override
  public Optional<Shape> find(String fullName) {
    return reader.find(fullName);
  }

  @Override
  public List<String> namesIn(String packageName) {
    return reader.namesIn(packageName);
  }

  @Override
  public List<String> nestedIn(String qualifiedName) {
    return reader.nestedIn(qualifiedName);
  }

  @Override
  public List<MethodSignature> methods(String qualifiedName) {
    return reader.methods(qualifiedName, packages::contains);
  }

  @Override
  public boolean isGenerated(String qualifiedName) {
    return index.isGenerated(qualifiedName);
  }

  @Override
  public List<CopiedValue> copies(String binaryName) {
    return readClassFile(binaryName, ClassCopies::of, List.of());
  }

  @Override
  public Map<CopiedValue.Read, Boolean> usedValues(String binaryName) {
    return readClassFile(binaryName, ClassCopies::usedValues, Map.of());
  }

  @Override
  public List<String> packages() {
    return packages.names();
  }

  private Collection<String> typesIn(String packageName) {
    return packages.types(packageName);
  }

  /** The dependencies between the compiled classes. */
  public ClassDependencies dependencies() {
    return dependencies;
  }

  /** The problems with the types that were read so far, in the order in which they were met. */
  public List<InputError> errors() {
    return errors.all();
  }

  @Override
  public void close() {
    try {
      files.close();
      dependencies.close();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  private BodyFacts bodies(TypeElement type) {
    return bodies.computeIfAbsent(
        elements.getBinaryName(type).toString(),
        name -> sources.of(type).orElseGet(() -> readClassFile(name)));
  }

  private BodyFacts readClassFile(String binaryName) {
    return readClassFile(binaryName, ClassFileFacts::of, BodyFacts.NONE);
  }

  /** Reads a class file; what cannot be read is reported with the declarations. */
  private <T> T readClassFile(String binaryName, Function<ClassReader, T> read, T otherwise) {
    try {
      @Nullable JavaFileObject file =
          files.getJavaFileForInput(
              StandardLocation.CLASS_PATH, binaryName, JavaFileObject.Kind.CLASS);
      if (file == null) {
        return otherwise; // there is only a source
      }
      try (InputStream bytes = file.openInputStream()) {
        return read.apply(new ClassReader(bytes));
      }
    } catch (IllegalArgumentException | IndexOutOfBoundsException | IOException unreadable) {
      return otherwise;
    }
  }

  private void setPaths(StandardLocation location, List<Path> paths) {
    try {
      files.setLocationFromPaths(location, paths);
    } catch (IOException | IllegalArgumentException failure) {
      throw new InputException(
          Place.in(paths.toString()),
          "the code cannot be opened: " + failure.getMessage(),
          "correct 'code:' in the plan");
    }
  }

  private void report(Diagnostic<? extends JavaFileObject> diagnostic) {
    if (diagnostic.getKind() == Diagnostic.Kind.ERROR) {
      errors.add(CompilerMessages.error(diagnostic));
    }
  }

  /** The jar of a class file; empty if it is in no jar. */
  private String container(TypeRef type) {
    try {
      @Nullable FileObject file =
          files.getJavaFileForInput(
              StandardLocation.CLASS_PATH, type.binaryName(), JavaFileObject.Kind.CLASS);
      if (file == null) {
        return "";
      }
      String name = file.getName();
      int entry = name.indexOf('(');
      return entry < 0 ? "" : Path.of(name.substring(0, entry)).getFileName() + "!";
    } catch (IOException unreadable) {
      return "";
    }
  }
}
