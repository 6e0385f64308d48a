package dev.shelftwin.source;

import com.sun.source.util.Trees;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import javax.annotation.processing.Filer;
import javax.annotation.processing.ProcessingEnvironment;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;

/**
 * Reads shapes in a running compilation, from one round of annotation processing (JSR 269): types
 * of its sources and of its class path alike. The compiler knows the places of declarations, so
 * that shapes have none.
 */
public final class CompilationReader implements Shapes {

  private final Elements elements;
  private final Filer filer;
  private final Optional<Trees> trees;
  private final Map<String, TypeElement> compiled = new LinkedHashMap<>();
  private final Map<String, List<String>> types = new HashMap<>();
  private final Map<String, BodyFacts> bodies = new HashMap<>();
  private final Optional<SourceBodies> sources;
  private final InputErrors errors = new InputErrors();
  private final ElementReader reader;
  private @Nullable List<String> packages;

  /**
   * A reader of a round; a later round needs a new one.
   *
   * @param trees reads what sources import and the bodies of members; empty if the compiler or a
   *     build tool does not give it
   * @param compiled the top-level types that are compiled
   */
  public CompilationReader(
      ProcessingEnvironment environment,
      Optional<Trees> trees,
      Iterable<? extends TypeElement> compiled) {
    this.elements = environment.getElementUtils();
    this.filer = environment.getFiler();
    this.trees = trees;
    this.sources =
        trees.map(known -> new SourceBodies(elements, environment.getTypeUtils(), known));
    compiled.forEach(type -> this.compiled.put(type.getQualifiedName().toString(), type));
    DeclaredPlaces none = new DeclaredPlaces();
    this.reader =
        new ElementReader(
            elements,
            environment.getTypeUtils(),
            new Places(type -> none, type -> ""),
            this::bodies,
            this::typesIn,
            errors);
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
    return reader.methods(qualifiedName, packages()::contains);
  }

  /** The packages of the sources, and those that the sources import. */
  @Override
  public List<String> packages() {
    if (packages == null) {
      Set<String> names = new TreeSet<>();
      compiled.values().forEach(type -> addPackages(type, names));
      packages = List.copyOf(names);
    }
    return packages;
  }

  private List<String> typesIn(String packageName) {
    return types.computeIfAbsent(
        packageName,
        name ->
            Stream.ofNullable(elements.getPackageElement(name))
                .flatMap(found -> found.getEnclosedElements().stream())
                .map(type -> type.getSimpleName().toString())
                .toList());
  }

  private void addPackages(TypeElement type, Set<String> names) {
    names.add(elements.getPackageOf(type).getQualifiedName().toString());
    trees.map(known -> known.getPath(type)).stream()
        .flatMap(path -> path.getCompilationUnit().getImports().stream())
        .filter(imported -> !imported.isStatic())
        .map(imported -> imported.getQualifiedIdentifier().toString())
        .forEach(name -> names.add(name.substring(0, name.lastIndexOf('.'))));
  }

  private BodyFacts bodies(TypeElement type) {
    String name = elements.getBinaryName(type).toString();
    return bodies.computeIfAbsent(
        name,
        any -> sources.flatMap(known -> known.of(type)).orElseGet(() -> compiled(type, name)));
  }

  private BodyFacts compiled(TypeElement type, String binaryName) {
    Element outermost = type;
    while (outermost.getEnclosingElement() instanceof TypeElement enclosing) {
      outermost = enclosing;
    }
    return compiled.containsKey(((TypeElement) outermost).getQualifiedName().toString())
        ? BodyFacts.NONE // a class file would be of an earlier compilation
        : readClassFile(binaryName);
  }

  private BodyFacts readClassFile(String binaryName) {
    int end = binaryName.lastIndexOf('.');
    String packageName = binaryName.substring(0, Math.max(0, end));
    String file = binaryName.substring(end + 1) + ".class";
    try (InputStream bytes =
        filer.getResource(StandardLocation.CLASS_PATH, packageName, file).openInputStream()) {
      return ClassFileFacts.of(new ClassReader(bytes));
    } catch (IllegalArgumentException | IndexOutOfBoundsException | IOException absent) {
      return BodyFacts.NONE; // it is in a module, or it is reported when it is read
    }
  }
}
