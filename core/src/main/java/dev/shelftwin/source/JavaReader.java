package dev.shelftwin.source;

import com.sun.source.util.JavacTask;
import dev.shelftwin.compile.CompilerMessages;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.compile.UsableClasses;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.tools.Diagnostic;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;

/**
 * Reads shapes through the compiler API (JSR 199 and JSR 269) from source folders, class folders
 * and jars. Only declarations are read, no method bodies.
 *
 * <p>Problems with single types are collected as {@link #errors}; the other types are still read.
 */
public final class JavaReader implements Shapes, AutoCloseable {

  /** What the compiler throws where it needs a class that is not there; not a public class. */
  private static final String INCOMPLETE = "com.sun.tools.javac.code.Symbol$CompletionFailure";

  private final StandardJavaFileManager files;
  private final Elements elements;
  private final TypeFinder types;
  private final Signatures signatures;
  private final ShapeReader shapeReader;
  private final ClassFiles dependencies;
  private final Map<String, Optional<Shape>> known = new HashMap<>();
  private final Map<String, ClassFileFacts> classFiles = new HashMap<>();
  private final PackageIndex packages;

  private final Map<String, InputError> errors = new LinkedHashMap<>();

  /**
   * Opens the code; nothing is read yet.
   *
   * @throws InputException if this Java has no compiler, or a path cannot be opened
   */
  public JavaReader(CodePaths code) {
    JavaCompiler compiler = Javac.compiler();
    files = compiler.getStandardFileManager(this::report, Locale.ROOT, null);
    setPaths(StandardLocation.CLASS_PATH, code.binaries());
    setPaths(StandardLocation.SOURCE_PATH, code.sources());
    List<String> options = List.of("-proc:none", "-parameters", "-Xlint:none");
    JavacTask task =
        (JavacTask)
            compiler.getTask(
                null,
                new UsableClasses(files, code.sources()),
                this::report,
                options,
                null,
                List.of());
    elements = task.getElements();
    types = new TypeFinder(elements, task.getTypes());
    signatures = new Signatures(elements, task.getTypes());
    SourceIndex sources = new SourceIndex(compiler, code.sources());
    Places places = new Places(sources, files);
    shapeReader =
        new ShapeReader(elements, task.getTypes(), places, this::classFile, this::addError);
    dependencies = new ClassFiles(code, places);
    packages = new PackageIndex(code);
  }

  @Override
  public Optional<Shape> find(String fullName) {
    Optional<Shape> found = known.get(fullName);
    if (found == null) {
      found = read(fullName);
      known.put(fullName, found);
    }
    return found;
  }

  private Optional<Shape> read(String fullName) {
    try {
      return types.find(fullName).map(shapeReader::read);
    } catch (RuntimeException failure) {
      if (!failure.getClass().getName().equals(INCOMPLETE)) {
        throw failure;
      }
      addError(
          new InputError(
              Place.in(fullName),
              "This type cannot be read: " + failure.getMessage(),
              "add the jar that contains it to 'class-path' in the plan"));
      return Optional.empty();
    }
  }

  @Override
  public List<String> namesIn(String packageName) {
    PackageElement element = elements.getPackageElement(packageName);
    if (element == null) {
      return List.of();
    }
    List<String> names = new ArrayList<>();
    for (TypeElement type : ElementFilter.typesIn(element.getEnclosedElements())) {
      names.add(type.getSimpleName().toString());
    }
    return names;
  }

  @Override
  public List<String> nestedIn(String qualifiedName) {
    TypeElement element = elements.getTypeElement(qualifiedName);
    return element == null
        ? List.of()
        : ElementFilter.typesIn(element.getEnclosedElements()).stream()
            .filter(JavaReader::standsAlone)
            .map(type -> type.getQualifiedName().toString())
            .toList();
  }

  @Override
  public List<MethodSignature> methods(String qualifiedName) {
    List<MethodSignature> methods = new ArrayList<>();
    TypeElement element = elements.getTypeElement(qualifiedName);
    if (element != null) {
      signatures.addTo(methods, element);
    }
    return methods;
  }

  private static boolean standsAlone(TypeElement nested) {
    return nested.getModifiers().contains(Modifier.STATIC)
        && !nested.getModifiers().contains(Modifier.PRIVATE);
  }

  @Override
  public List<String> packages() {
    return packages.names();
  }

  /** The dependencies between the compiled classes. */
  public ClassDependencies dependencies() {
    return dependencies;
  }

  /** The problems with the types that were read so far, in the order in which they were met. */
  public List<InputError> errors() {
    return List.copyOf(errors.values());
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

  private ClassFileFacts classFile(TypeElement type) {
    String name = elements.getBinaryName(type).toString();
    return classFiles.computeIfAbsent(name, this::readClassFile);
  }

  private ClassFileFacts readClassFile(String binaryName) {
    try {
      @Nullable JavaFileObject file =
          files.getJavaFileForInput(
              StandardLocation.CLASS_PATH, binaryName, JavaFileObject.Kind.CLASS);
      if (file == null) {
        return ClassFileFacts.NONE; // there is only a source
      }
      try (InputStream bytes = file.openInputStream()) {
        return ClassFileFacts.of(new ClassReader(bytes));
      }
    } catch (IllegalArgumentException | IndexOutOfBoundsException | IOException unreadable) {
      return ClassFileFacts.NONE; // reported when its declarations are read
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
      addError(CompilerMessages.error(diagnostic));
    }
  }

  private void addError(InputError error) {
    errors.putIfAbsent(error.at() + error.message(), error);
  }
}
