package dev.shelftwin.change;

import com.sun.source.tree.ImportTree;
import com.sun.source.tree.Tree;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Adds imports to a source where they belong in the order of names. */
final class Imports {

  private final TypeSource source;
  private final TextEdits edits;
  private final TreeSet<String> added = new TreeSet<>();

  Imports(TypeSource source, TextEdits edits) {
    this.source = source;
    this.edits = edits;
  }

  /** Imports a type, and those in its arguments, unless the source knows them. */
  void add(TypeRef type) {
    type.arguments().forEach(this::add);
    String own = String.valueOf(source.unit().getPackageName());
    boolean isKnown =
        type.isPrimitive()
            || type.packageName().isEmpty()
            || type.packageName().equals("java.lang")
            || type.packageName().equals(own);
    if (!isKnown) {
      add(type.packageName() + "." + type.name());
    }
  }

  /** Imports a class by its qualified name. */
  void add(String qualifiedName) {
    String all = qualifiedName.substring(0, qualifiedName.lastIndexOf('.')) + ".*";
    boolean isThere =
        source.unit().getImports().stream()
            .map(one -> one.getQualifiedIdentifier().toString())
            .anyMatch(name -> name.equals(qualifiedName) || name.equals(all));
    if (!isThere) {
      added.add(qualifiedName);
    }
  }

  /** Writes them. */
  void write() {
    List<? extends ImportTree> imports =
        source.unit().getImports().stream().filter(one -> !one.isStatic()).toList();
    if (!imports.isEmpty()) {
      added.forEach(name -> insert(name, imports));
    } else if (!added.isEmpty()) {
      String lines = added.stream().map(Imports::line).collect(Collectors.joining("\n"));
      @Nullable Tree inPackage = source.unit().getPackage();
      if (inPackage == null) {
        edits.insert(0, lines + "\n\n");
      } else {
        edits.insert(source.end(inPackage), "\n\n" + lines);
      }
    }
  }

  private static String line(String name) {
    return "import " + name + ";";
  }

  private void insert(String qualifiedName, List<? extends ImportTree> imports) {
    String line = line(qualifiedName);
    for (ImportTree one : imports) {
      if (one.getQualifiedIdentifier().toString().compareTo(qualifiedName) > 0) {
        edits.insert(source.start(one), line + "\n");
        return;
      }
    }
    edits.insert(source.end(imports.get(imports.size() - 1)), "\n" + line);
  }
}
