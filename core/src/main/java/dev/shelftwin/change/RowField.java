package dev.shelftwin.change;

import com.sun.source.tree.AnnotationTree;
import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;

/** How a row declares a field's columns; other types declare nothing. */
final class RowField {

  /** The digits of a column before the point. */
  private static final int WHOLE_DIGITS = 15;

  private final TypeSource source;
  private final Imports imports;
  private final Role role;
  private final boolean holdsRows;

  RowField(TypeSource source, Imports imports, Role role, boolean holdsRows) {
    this.source = source;
    this.imports = imports;
    this.role = role;
    this.holdsRows = holdsRows;
  }

  /** What a collection of a row begins with. */
  String first(NewField field) {
    String implementation =
        switch (Container.of(field.type()).map(kind -> field.type().name()).orElse("")) {
          case "List", "Collection" -> "ArrayList";
          case "Set" -> "LinkedHashSet";
          case "Map" -> "LinkedHashMap";
          default -> "";
        };
    if (implementation.isEmpty() || role != Role.PERSISTENCE) {
      return "";
    }
    imports.add("java.util." + implementation);
    return " = new " + implementation + "<>()";
  }

  /** How a collection is stored (Jakarta Persistence 3.2, §2.7 and §11.1.40). */
  private String ofCollection(NewField field) {
    List<String> annotations = new ArrayList<>();
    if (holdsRows) {
      imports.add(persistence() + ".CascadeType");
      imports.add(persistence() + ".OneToMany");
      annotations.add("@OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)");
      imports.add(persistence() + ".JoinColumn");
      String owner = Spelling.SNAKE_CASE.spell(source.name());
      annotations.add("@JoinColumn(name = \"" + owner + "_id\")");
    } else {
      imports.add(persistence() + ".ElementCollection");
      annotations.add("@ElementCollection");
    }
    if (field.type().name().equals("List")) {
      imports.add(persistence() + ".OrderColumn");
      annotations.add("@OrderColumn");
    }
    return String.join("\n  ", annotations) + "\n  ";
  }

  /** How references to other rows are stored (Jakarta Persistence 3.2, §11.1.28). */
  String references(TypeRef type) {
    imports.add(persistence() + ".ManyToMany");
    if (!type.name().equals("List")) {
      return "@ManyToMany\n  ";
    }
    imports.add(persistence() + ".OrderColumn");
    return "@ManyToMany\n  @OrderColumn\n  ";
  }

  /** The package of Jakarta Persistence that the source imports; older sources have another. */
  private String persistence() {
    return source.unit().getImports().stream()
        .map(one -> one.getQualifiedIdentifier().toString())
        .filter(name -> name.matches("(jakarta|javax)[.]persistence[.].*"))
        .map(name -> name.substring(0, name.lastIndexOf('.')))
        .findFirst()
        .orElse("jakarta.persistence");
  }

  String annotation(NewField field) {
    if (role == Role.PERSISTENCE
        && Container.of(field.type()).filter(kind -> kind != Container.ARRAY).isPresent()) {
      return ofCollection(field);
    }
    List<? extends AnnotationTree> columns =
        source.fields().stream()
            .flatMap(one -> one.getModifiers().getAnnotations().stream())
            .filter(one -> one.getAnnotationType().toString().equals("Column"))
            .toList();
    if (role != Role.PERSISTENCE) {
      return "";
    }
    List<String> words = new ArrayList<>();
    boolean named =
        !columns.isEmpty() && columns.stream().allMatch(one -> one.toString().contains("name ="));
    if (named) {
      words.add("name = \"" + Spelling.SNAKE_CASE.spell(field.name()) + "\"");
    }
    if (!field.optional()) {
      words.add("nullable = false");
    }
    field.limits().maxLength().ifPresent(count -> words.add("length = " + count));
    if (field.limits().scale().isPresent()) {
      int scale = field.limits().scale().getAsInt();
      words.add("precision = " + (WHOLE_DIGITS + scale));
      words.add("scale = " + scale);
    }
    if (words.isEmpty()) {
      return "";
    }
    imports.add(persistence() + ".Column");
    return "@Column(" + String.join(", ", words) + ")\n  ";
  }
}
