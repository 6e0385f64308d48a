package dev.shelftwin.change;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;

/** The types above a type that have one of its fields, too. */
final class Inheritance {

  /** How many types a message names. */
  private static final int SHOWN = 3;

  private final OwnSources sources;
  private final Shapes shapes;

  Inheritance(OwnSources sources, Shapes shapes) {
    this.sources = sources;
    this.shapes = shapes;
  }

  /** The types above a type that declare or inherit its field. */
  List<Shape> above(Shape shape, String field) {
    return shape.supertypes().stream()
        .flatMap(type -> shapes.find(type).stream())
        .filter(type -> type.field(field).isPresent())
        .toList();
  }

  /**
   * Those of them that are there for the type alone, such as the interface of one implementation.
   *
   * @param known further types that may be below them, without type arguments
   */
  List<Shape> only(Shape shape, String field, Set<TypeRef> known) {
    List<Shape> above = above(shape, field);
    return above.stream().filter(type -> others(type, shape, above, known).isEmpty()).toList();
  }

  /**
   * What else has to do with a type above: the users' other types that extend or implement it, or
   * the library that it is from.
   *
   * @param shape the type below it
   * @param above all types above that one which have the field
   * @param known further types that may be below it, without type arguments
   * @return words for a message; empty if there is nothing
   */
  Optional<String> others(Shape type, Shape shape, List<Shape> above, Set<TypeRef> known) {
    if (known.contains(type.type().erased())) {
      return Optional.empty();
    }
    if (!hasSource(type)) {
      return Optional.of(", which has no source that could be changed");
    }
    Set<String> others = below(type);
    Stream.concat(Stream.of(shape), above.stream())
        .map(Shape::type)
        .forEach(one -> others.remove(one.simpleName()));
    known.forEach(one -> others.remove(one.simpleName()));
    int more = others.size() - SHOWN;
    return others.isEmpty()
        ? Optional.empty()
        : Optional.of(
            ", which is above "
                + others.stream().limit(SHOWN).collect(Collectors.joining(", "))
                + (more > 0 ? " and " + more + " more" : "")
                + ", too");
  }

  private static boolean hasSource(Shape shape) {
    String file = shape.place().file();
    return shape.place().line() > 0 && file.endsWith(".java") && Files.isRegularFile(Path.of(file));
  }

  /** The simple names of the users' types that extend or implement a type directly. */
  private Set<String> below(Shape above) {
    String name = above.type().simpleName();
    Pattern named =
        Pattern.compile("\\b(?:extends|implements)\\b[^{;]*\\b" + Pattern.quote(name) + "\\b");
    Set<String> below = new TreeSet<>();
    Collection<Path> files = sources.having(named).values();
    try (StandardJavaFileManager manager =
        Javac.compiler().getStandardFileManager(null, Locale.ROOT, null)) {
      JavacTask task =
          (JavacTask)
              Javac.compiler()
                  .getTask(
                      null,
                      manager,
                      new DiagnosticCollector<JavaFileObject>(),
                      List.of("-proc:none"),
                      null,
                      manager.getJavaFileObjectsFromPaths(files));
      for (CompilationUnitTree unit : task.parse()) {
        new Subtypes(name, below).scan(unit, null);
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return below;
  }

  /** Finds the classes that name a type as one above them. */
  private static final class Subtypes extends TreeScanner<Void, Void> {

    private final String above;
    private final Set<String> found;

    Subtypes(String above, Set<String> found) {
      this.above = above;
      this.found = found;
    }

    @Override
    public Void visitClass(ClassTree tree, Void unused) {
      boolean isBelow =
          Stream.concat(
                  Stream.ofNullable(tree.getExtendsClause()), tree.getImplementsClause().stream())
              .map(Subtypes::name)
              .anyMatch(above::equals);
      if (isBelow) {
        found.add(tree.getSimpleName().toString());
      }
      return super.visitClass(tree, null);
    }

    private static String name(Tree type) {
      String whole =
          (type instanceof ParameterizedTypeTree generic ? generic.getType() : type).toString();
      return whole.substring(whole.lastIndexOf('.') + 1);
    }
  }
}
