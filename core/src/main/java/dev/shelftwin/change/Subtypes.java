package dev.shelftwin.change;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;

/** Finds the classes of one source that extend or implement a type. */
final class Subtypes extends TreeScanner<Void, Void> {

  private final TypeRef above;
  private final boolean isKnown;
  private final Set<String> found;

  /**
   * The name of the package or type that contains the scanned code, with a dot behind it; may be
   * empty.
   */
  private String around;

  private Subtypes(TypeRef above, CompilationUnitTree unit, Set<String> found) {
    this.above = above;
    this.isKnown = isKnown(above, unit);
    this.found = found;
    this.around = unit.getPackage() == null ? "" : unit.getPackage().getPackageName() + ".";
  }

  /**
   * The users' types that extend or implement a type directly.
   *
   * @return their qualified names, in alphabetical order
   */
  static Set<String> of(TypeRef above, OwnSources sources) {
    Pattern named =
        Pattern.compile(
            "\\b(?:extends|implements)\\b[^{;]*\\b" + Pattern.quote(above.simpleName()) + "\\b");
    Set<String> found = new TreeSet<>();
    try (StandardJavaFileManager files =
        Javac.compiler().getStandardFileManager(null, Locale.ROOT, null)) {
      JavacTask task =
          (JavacTask)
              Javac.compiler()
                  .getTask(
                      null,
                      files,
                      new DiagnosticCollector<JavaFileObject>(),
                      List.of("-proc:none"),
                      null,
                      files.getJavaFileObjectsFromPaths(sources.having(named).values()));
      for (CompilationUnitTree unit : task.parse()) {
        new Subtypes(above, unit, found).scan(unit, null);
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return found;
  }

  /** Whether a source may name a type without its package: it is in that package, or imports it. */
  private static boolean isKnown(TypeRef type, CompilationUnitTree unit) {
    Set<String> imports =
        unit.getImports().stream()
            .map(one -> one.getQualifiedIdentifier().toString())
            .collect(Collectors.toSet());
    String own = unit.getPackage() == null ? "" : unit.getPackage().getPackageName().toString();
    return own.equals(type.packageName())
        || Stream.of(
                type.qualifiedName(),
                type.outermostName(),
                type.packageName() + ".*",
                type.outermostName() + ".*")
            .anyMatch(imports::contains);
  }

  @Override
  public Void visitClass(ClassTree tree, Void unused) {
    String outer = around;
    String name = outer + tree.getSimpleName();
    if (Stream.concat(
            Stream.ofNullable(tree.getExtendsClause()), tree.getImplementsClause().stream())
        .anyMatch(this::isAbove)) {
      found.add(name);
    }
    around = name + ".";
    super.visitClass(tree, null);
    around = outer;
    return null;
  }

  private boolean isAbove(Tree type) {
    String name =
        (type instanceof ParameterizedTypeTree generic ? generic.getType() : type).toString();
    return name.equals(above.qualifiedName())
        || (isKnown && (name.equals(above.name()) || name.equals(above.simpleName())));
  }
}
