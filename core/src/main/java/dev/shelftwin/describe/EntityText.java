package dev.shelftwin.describe;

import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Writes an entity, or a value within one (Jakarta Persistence 3.2, §2.1 and §2.6). */
final class EntityText {

  private static final String PERSISTENCE = "jakarta.persistence";
  private static final Set<String> WHOLE = Set.of("int", "Integer", "long", "Long");

  private final DescribedClass type;
  private final JavaText text;
  private final TypeKinds kinds;
  private final Optional<Spelling> spelling;

  EntityText(DescribedClass type, JavaText text, TypeKinds kinds) {
    this.type = type;
    this.text = text;
    this.kinds = kinds;
    this.spelling = type.layer().rules().spelling();
  }

  void write() {
    if (type.concept().isPresent()) {
      text.line(annotation("Entity", ""));
      spelling.ifPresent(
          way ->
              text.line(
                  annotation(
                      "Table", "name = " + JavaText.quoted(way.spell(type.concept().get())))));
    } else {
      text.line(annotation("Embeddable", ""));
    }
    text.line("public class " + type.type().name() + " {");
    for (DescribedMember member : type.members()) {
      text.line("");
      annotations(member).forEach(one -> text.line("  " + one));
      text.line("  private " + declared(member) + " " + member.name() + initial(member) + ";");
    }
    String visibility = kinds.areRowsCreatedElsewhere() ? "public " : "protected ";
    text.line("").line("  " + visibility + type.type().name() + "() {}");
    audit();
    type.members().forEach(this::accessors);
    text.line("}");
  }

  private String declared(DescribedMember member) {
    return text.name(member.optional() ? member.type().boxed() : member.type());
  }

  private String initial(DescribedMember member) {
    return switch (Container.of(member.type()).map(kind -> member.type().name()).orElse("")) {
      case "List", "Collection" -> " = new " + text.imported("java.util", "ArrayList") + "<>()";
      case "Set" -> " = new " + text.imported("java.util", "LinkedHashSet") + "<>()";
      case "Map" -> " = new " + text.imported("java.util", "LinkedHashMap") + "<>()";
      default -> "";
    };
  }

  private List<String> annotations(DescribedMember member) {
    List<String> all = new ArrayList<>();
    if (member.role().equals(Optional.of(FieldRole.KEY))) {
      all.add(annotation("Id", ""));
      if (WHOLE.contains(member.type().name())) {
        all.add(annotation("GeneratedValue", ""));
      }
    } else if (member.role().equals(Optional.of(FieldRole.VERSION))) {
      all.add(annotation("Version", ""));
    }
    boolean several = Container.of(member.type()).filter(one -> !isBinary(member)).isPresent();
    TypeRef held = several ? Container.element(member.type()) : member.type();
    if (kinds.isRow(held)) {
      relation(member, several, all);
      return all;
    }
    if (several) {
      all.add(annotation("ElementCollection", ""));
      if (member.type().name().equals("List")) {
        all.add(annotation("OrderColumn", ""));
      }
      return all;
    }
    if (kinds.isEnumeration(member.type())) {
      String way = text.imported(PERSISTENCE, "EnumType") + ".STRING";
      all.add(annotation("Enumerated", way));
    }
    if (kinds.isEmbeddable(member.type())) {
      all.add(annotation("Embedded", ""));
    } else {
      column(member).ifPresent(all::add);
    }
    return all;
  }

  private static boolean isBinary(DescribedMember member) {
    return member.type().isArray() && member.type().name().equals("byte");
  }

  private void relation(DescribedMember member, boolean several, List<String> all) {
    String cascade =
        "cascade = " + text.imported(PERSISTENCE, "CascadeType") + ".ALL, orphanRemoval = true";
    if (!several) {
      String optional = member.optional() ? "" : "optional = false, ";
      all.add(annotation("OneToOne", optional + cascade));
      spelled(member.name() + "Id")
          .map(name -> "name = " + name)
          .ifPresent(name -> all.add(annotation("JoinColumn", name)));
      return;
    }
    all.add(annotation("OneToMany", cascade));
    String column = type.concept().orElse(type.type().name()) + "Id";
    String name = spelled(column).orElseGet(() -> JavaText.quoted(column.toLowerCase(Locale.ROOT)));
    all.add(annotation("JoinColumn", "name = " + name));
    if (member.type().name().equals("List")) {
      all.add(annotation("OrderColumn", ""));
    }
  }

  private Optional<String> spelled(String name) {
    return spelling.map(way -> JavaText.quoted(way.spell(name)));
  }

  private Optional<String> column(DescribedMember member) {
    List<String> words = new ArrayList<>();
    spelled(member.name()).ifPresent(name -> words.add("name = " + name));
    boolean isKey = DescribedTypes.isKey(member);
    boolean isVersion = member.role().equals(Optional.of(FieldRole.VERSION));
    if (!member.optional() && !isKey && !isVersion) {
      words.add("nullable = false");
    }
    member.limits().maxLength().ifPresent(count -> words.add("length = " + count));
    if (member.limits().unique()) {
      words.add("unique = true");
    }
    if (member.type().name().equals("BigDecimal") && member.limits().scale().isPresent()) {
      int scale = member.limits().scale().getAsInt();
      words.add("precision = " + (TransferText.digits(member.limits()) + scale));
      words.add("scale = " + scale);
    }
    return words.isEmpty()
        ? Optional.empty()
        : Optional.of(annotation("Column", String.join(", ", words)));
  }

  /** Sets who changed a row when, before it is stored. */
  private void audit() {
    List<DescribedMember> times =
        type.members().stream()
            .filter(member -> member.role().equals(Optional.of(FieldRole.AUDIT)))
            .filter(member -> member.type().packageName().equals("java.time"))
            .toList();
    set("PrePersist", "created", times);
    set(
        "PreUpdate",
        "changed",
        times.stream().filter(member -> !member.name().startsWith("created")).toList());
  }

  private void set(String event, String method, List<DescribedMember> times) {
    if (!times.isEmpty()) {
      text.line("").line("  " + annotation(event, "")).line("  void " + method + "() {");
      DescribedMember first = times.get(0);
      text.line("    " + first.name() + " = " + text.name(first.type()) + ".now();");
      for (DescribedMember time : times.subList(1, times.size())) {
        boolean same = time.type().equals(first.type());
        String now = same ? first.name() : text.name(time.type()) + ".now()";
        text.line("    " + time.name() + " = " + now + ";");
      }
      text.line("  }");
    }
  }

  private void accessors(DescribedMember member) {
    String name = member.name();
    String capital = name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
    String declared = declared(member);
    String prefix = declared.equals("boolean") ? "is" : "get";
    text.line("").line("  public " + declared + " " + prefix + capital + "() {");
    text.line("    return " + name + ";").line("  }");
    if (member.role().filter(role -> FieldRole.anyInternal(Set.of(role))).isEmpty()) {
      text.line("").line("  public void set" + capital + "(" + declared + " " + name + ") {");
      text.line("    this." + name + " = " + name + ";").line("  }");
    }
  }

  private String annotation(String name, String value) {
    return "@" + text.imported(PERSISTENCE, name) + (value.isEmpty() ? "" : "(" + value + ")");
  }
}
