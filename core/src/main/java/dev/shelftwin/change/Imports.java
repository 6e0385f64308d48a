package dev.shelftwin.change;

import com.sun.source.tree.ImportTree;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.TreeSet;

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
    if (!isThere && added.add(qualifiedName)) {
      insert(qualifiedName);
    }
  }

  private void insert(String qualifiedName) {
    String line = "import " + qualifiedName + ";";
    List<? extends ImportTree> imports =
        source.unit().getImports().stream().filter(one -> !one.isStatic()).toList();
    if (imports.isEmpty()) {
      long end = source.end(source.unit().getPackage());
      edits.insert(end, (added.size() == 1 ? "\n\n" : "\n") + line);
      return;
    }
    for (ImportTree one : imports) {
      if (one.getQualifiedIdentifier().toString().compareTo(qualifiedName) > 0) {
        edits.insert(source.start(one), line + "\n");
        return;
      }
    }
    edits.insert(source.end(imports.get(imports.size() - 1)), "\n" + line);
  }
}
