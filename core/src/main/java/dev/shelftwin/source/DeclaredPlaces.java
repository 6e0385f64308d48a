package dev.shelftwin.source;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LineMap;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What sources declare, and where. */
final class DeclaredPlaces {

  private final Map<String, Place> places = new HashMap<>();
  private final Map<String, List<ParameterNames>> parameters = new HashMap<>();

  /** Stands for what is not declared by itself, such as the accessors of a described field. */
  private Optional<Place> other = Optional.empty();

  /**
   * The places of types that a plan describes, by their qualified names.
   *
   * @param places by the type's name, then by the field's; an empty one stands for the type itself
   */
  static Map<String, DeclaredPlaces> described(Map<String, Map<String, Place>> places) {
    Map<String, DeclaredPlaces> described = new HashMap<>();
    places.forEach(
        (type, members) -> {
          DeclaredPlaces declared = new DeclaredPlaces();
          String name = type.substring(type.lastIndexOf('.') + 1);
          members.forEach((member, place) -> declared.places.put(name + "#" + member, place));
          declared.other = Optional.ofNullable(members.get(""));
          described.put(type, declared);
        });
    return described;
  }

  /**
   * Adds the declarations of a source file.
   *
   * @throws IOException if the text of the file cannot be read
   */
  void add(CompilationUnitTree unit, SourcePositions positions) throws IOException {
    String text = unit.getSourceFile().getCharContent(true).toString();
    Path file = Path.of(unit.getSourceFile().getName());
    unit.accept(new Scanner(file, unit, text, positions), "");
  }

  /**
   * The place of a declaration.
   *
   * @param typeName within its package, nested types with dots
   * @param member a field's name, a method's name with its count of parameters as {@code book/4}
   *     ({@code <init>/2} for constructors), or empty for the type itself
   */
  Optional<Place> find(String typeName, String member) {
    return Optional.ofNullable(places.get(typeName + "#" + member)).or(() -> other);
  }

  /**
   * The names of the parameters of a method or constructor.
   *
   * @param types the simple names of the types of its parameters
   */
  Optional<List<String>> parameterNames(String typeName, String method, List<String> types) {
    String key = typeName + "#" + method + "/" + types.size();
    return parameters.getOrDefault(key, List.of()).stream()
        .filter(declared -> declared.types().equals(types))
        .map(ParameterNames::names)
        .findFirst();
  }

  /** Walks the declarations of one file; the argument of a visit is the enclosing type's name. */
  private final class Scanner extends TreeScanner<Void, String> {

    private final Path file;
    private final CompilationUnitTree unit;
    private final String text;
    private final List<String> lines;
    private final SourcePositions positions;

    Scanner(Path file, CompilationUnitTree unit, String text, SourcePositions positions) {
      this.file = file;
      this.unit = unit;
      this.text = text;
      this.lines = text.lines().toList();
      this.positions = positions;
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
      parameters
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
      places.putIfAbsent(key, new Place(file.toString(), line, column, lines.get(line - 1)));
    }
  }
}
