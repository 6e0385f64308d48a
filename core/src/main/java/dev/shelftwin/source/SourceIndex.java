package dev.shelftwin.source;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LineMap;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;

/**
 * Where types and members stand in the source folders; the files of a package are parsed together,
 * when something in it is asked for, since a compiler takes long to set up.
 */
final class SourceIndex {

  private final JavaCompiler compiler;
  private final List<Path> folders;
  private final Map<String, Declared> byPackage = new HashMap<>();

  /** What the sources of a package declare. */
  private record Declared(Map<String, Place> places, Map<String, List<ParameterNames>> parameters) {

    Declared() {
      this(new HashMap<>(), new HashMap<>());
    }
  }

  SourceIndex(JavaCompiler compiler, List<Path> folders) {
    this.compiler = compiler;
    this.folders = List.copyOf(folders);
  }

  /**
   * The place of a declaration.
   *
   * @param packageName of the type
   * @param typeName within the package, nested types with dots
   * @param member a field's name, a method's name with its count of parameters as {@code book/4}
   *     ({@code <init>/2} for constructors), or empty for the type itself
   */
  Optional<Place> find(String packageName, String typeName, String member) {
    Map<String, Place> places = declared(packageName).places();
    return Optional.ofNullable(places.get(typeName + "#" + member));
  }

  /**
   * The names of the parameters of a method or constructor.
   *
   * @param types the simple names of the types of its parameters
   */
  Optional<List<String>> parameterNames(
      String packageName, String typeName, String method, List<String> types) {
    String key = typeName + "#" + method + "/" + types.size();
    return declared(packageName).parameters().getOrDefault(key, List.of()).stream()
        .filter(parameters -> parameters.types().equals(types))
        .map(ParameterNames::names)
        .findFirst();
  }

  private Declared declared(String packageName) {
    return byPackage.computeIfAbsent(packageName, this::parse);
  }

  private Declared parse(String packageName) {
    Declared declared = new Declared();
    List<Path> files = new ArrayList<>();
    for (Path folder : folders) {
      files.addAll(sourcesIn(folder.resolve(packageName.replace('.', '/'))));
    }
    if (!files.isEmpty()) {
      parse(files, declared);
    }
    return declared;
  }

  /** The source files of a folder, in the order of their names; none where it is not there. */
  private static List<Path> sourcesIn(Path folder) {
    try (Stream<Path> files = Files.isDirectory(folder) ? Files.list(folder) : Stream.empty()) {
      return files
          .filter(file -> file.toString().endsWith(".java") && Files.isRegularFile(file))
          .sorted()
          .toList();
    } catch (IOException | UncheckedIOException unreadable) {
      return List.of(); // what cannot be read here is reported by the reader of declarations
    }
  }

  private void parse(List<Path> sources, Declared declared) {
    DiagnosticCollector<JavaFileObject> ignored = new DiagnosticCollector<>();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(ignored, null, null)) {
      JavacTask task =
          (JavacTask)
              compiler.getTask(
                  null,
                  files,
                  ignored,
                  List.of("-proc:none"),
                  null,
                  files.getJavaFileObjectsFromPaths(sources));
      for (CompilationUnitTree unit : task.parse()) {
        String text = unit.getSourceFile().getCharContent(true).toString();
        Path file = Path.of(unit.getSourceFile().getName());
        SourcePositions positions = Trees.instance(task).getSourcePositions();
        unit.accept(new Declarations(file, unit, text, positions, declared), "");
      }
    } catch (IOException unreadable) {
      declared.places().clear(); // findings then name the class only
    }
  }

  /** Walks the declarations of one file; the argument of a visit is the enclosing type's name. */
  private static final class Declarations extends TreeScanner<Void, String> {

    private final Path file;
    private final CompilationUnitTree unit;
    private final String text;
    private final List<String> lines;
    private final SourcePositions positions;
    private final Declared declared;

    Declarations(
        Path file,
        CompilationUnitTree unit,
        String text,
        SourcePositions positions,
        Declared declared) {
      this.file = file;
      this.unit = unit;
      this.text = text;
      this.lines = text.lines().toList();
      this.positions = positions;
      this.declared = declared;
    }

    @Override
    public Void visitClass(ClassTree type, String outer) {
      String simpleName = type.getSimpleName().toString();
      String name = outer.isEmpty() ? simpleName : outer + "." + simpleName;
      put(name + "#", simpleName, type, type.getModifiers());
      for (Tree member : type.getMembers()) {
        if (member instanceof VariableTree field) {
          put(name + "#" + field.getName(), field.getName().toString(), field, field.getType());
        } else if (member instanceof MethodTree method) {
          visitMember(name, simpleName, method);
        } else {
          scan(member, name);
        }
      }
      return null;
    }

    private void visitMember(String owner, String simpleName, MethodTree method) {
      String key = owner + "#" + method.getName() + "/" + method.getParameters().size();
      boolean constructor = method.getReturnType() == null;
      put(
          key,
          constructor ? simpleName : method.getName().toString(),
          method,
          constructor ? method.getModifiers() : method.getReturnType());
      declared
          .parameters()
          .computeIfAbsent(key, name -> new ArrayList<>())
          .add(
              new ParameterNames(
                  method.getParameters().stream().map(one -> one.getName().toString()).toList(),
                  method.getParameters().stream()
                      .map(one -> ParameterNames.simpleName(one.getType().toString()))
                      .toList()));
    }

    private void put(String key, String name, Tree declaration, Tree before) {
      long start = positions.getStartPosition(unit, declaration);
      if (start < 0) {
        return; // made by the compiler, such as a default constructor
      }
      long from = Math.max(start, positions.getEndPosition(unit, before));
      int named = text.indexOf(name, (int) from);
      long position = named < 0 ? start : named;
      LineMap map = unit.getLineMap();
      int line = (int) map.getLineNumber(position);
      int column = (int) map.getColumnNumber(position);
      declared
          .places()
          .putIfAbsent(key, new Place(file.toString(), line, column, lines.get(line - 1)));
    }
  }
}
