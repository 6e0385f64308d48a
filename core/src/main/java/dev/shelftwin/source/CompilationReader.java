package dev.shelftwin.source;

import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javax.annotation.processing.Filer;
import javax.annotation.processing.ProcessingEnvironment;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;

/**
 * Reads shapes in a running compilation, from one round of annotation processing (JSR 269): types
 * of its sources and of its class path alike.
 */
public final class CompilationReader implements Shapes {

  private final Elements elements;
  private final Filer filer;
  private final Optional<Trees> trees;
  private final Set<String> packages = new TreeSet<>();
  private final Map<String, DeclaredPlaces> sources = new HashMap<>();
  private final InputErrors errors = new InputErrors();
  private final ElementReader reader;

  /**
   * A reader of a round; a later round needs a new one.
   *
   * @param trees reads the sources; empty if the compiler or a build tool does not give it, so that
   *     nothing has a line
   * @param compiled the types that are compiled
   */
  public CompilationReader(
      ProcessingEnvironment environment,
      Optional<Trees> trees,
      Iterable<? extends TypeElement> compiled) {
    this.elements = environment.getElementUtils();
    this.filer = environment.getFiler();
    this.trees = trees;
    compiled.forEach(this::addPackages);
    this.reader =
        new ElementReader(
            elements,
            environment.getTypeUtils(),
            new Places(this::sources, type -> ""),
            this::classFile,
            errors);
  }

  private void addPackages(TypeElement type) {
    packages.add(elements.getPackageOf(type).getQualifiedName().toString());
    trees.map(known -> known.getPath(type)).stream()
        .flatMap(path -> path.getCompilationUnit().getImports().stream())
        .filter(imported -> !imported.isStatic())
        .map(imported -> imported.getQualifiedIdentifier().toString())
        .forEach(name -> packages.add(name.substring(0, name.lastIndexOf('.'))));
  }

  /** The problems with the types that were read so far. */
  public List<InputError> errors() {
    return errors.all();
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
    return reader.methods(qualifiedName);
  }

  /** The packages of the sources, and those that the sources import. */
  @Override
  public List<String> packages() {
    return List.copyOf(packages);
  }

  /** The declarations of the file that has a type; nothing for a type of the class path. */
  private DeclaredPlaces sources(TypeRef type) {
    @Nullable TypeElement element = elements.getTypeElement(type.qualifiedName());
    @Nullable TreePath path =
        element == null ? null : trees.map(known -> known.getPath(element)).orElse(null);
    if (path == null) {
      return sources.computeIfAbsent("", none -> new DeclaredPlaces());
    }
    String file = path.getCompilationUnit().getSourceFile().getName();
    return sources.computeIfAbsent(file, name -> declared(path));
  }

  private DeclaredPlaces declared(TreePath path) {
    DeclaredPlaces declared = new DeclaredPlaces();
    try {
      declared.add(path.getCompilationUnit(), trees.orElseThrow().getSourcePositions());
    } catch (IOException unreadable) {
      return new DeclaredPlaces(); // the compiler has its text already; only lines are missing
    }
    return declared;
  }

  private ClassFileFacts classFile(TypeElement type) {
    boolean source = trees.map(known -> known.getPath(type)).isPresent();
    String binaryName = elements.getBinaryName(type).toString();
    int end = binaryName.lastIndexOf('.');
    String packageName = binaryName.substring(0, Math.max(0, end));
    if (source) {
      return ClassFileFacts.NONE; // a class file would be of an earlier compilation
    }
    try (InputStream bytes =
        filer
            .getResource(
                StandardLocation.CLASS_PATH, packageName, binaryName.substring(end + 1) + ".class")
            .openInputStream()) {
      return ClassFileFacts.of(new ClassReader(bytes));
    } catch (IllegalArgumentException | IndexOutOfBoundsException | IOException absent) {
      return ClassFileFacts.NONE; // it is in a module, or it is reported when it is read
    }
  }
}
