package dev.shelftwin.trial;

import dev.shelftwin.testkit.Project;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Invents concepts: their types in three layers, how these are made, and the plan's rows. */
final class Families {

  /** How a type is made and read. */
  private enum Style {
    RECORD,
    CONSTRUCTOR,
    FACTORY,
    BUILDER,
    SETTERS,
    FIELDS;

    static final List<Style> INSIDE = List.of(RECORD, CONSTRUCTOR, FACTORY, BUILDER);
    static final List<Style> ROW = List.of(CONSTRUCTOR, SETTERS, FIELDS);
    static final List<Style> OUTSIDE = List.of(RECORD, CONSTRUCTOR, FACTORY, BUILDER, SETTERS);
  }

  /** A type of the domain, what stands for it in a row and outside, and what its row must say. */
  private record Kind(String inside, String row, String outside, String words) {
    Kind(String inside, String row, String outside) {
      this(inside, row, outside, "");
    }

    static Kind same(String type) {
      return new Kind(type, type, type);
    }
  }

  private record Member(String name, Kind kind, String rowName) {}

  private record Typed(String type, String name) {}

  private static final List<Kind> LEAVES =
      List.of(
          Kind.same("String"),
          Kind.same("int"),
          Kind.same("Long"),
          Kind.same("boolean"),
          Kind.same("double"),
          Kind.same("java.math.BigDecimal"),
          Kind.same("java.time.Instant"),
          Kind.same("java.time.LocalDate"),
          new Kind("int", "long", "Integer"),
          new Kind("java.util.UUID", "String", "java.util.UUID"),
          new Kind("java.time.Duration", "java.time.Duration", "String"),
          new Kind("java.util.Currency", "String", "String"),
          new Kind("java.time.Instant", "java.sql.Timestamp", "String"),
          new Kind("java.time.LocalDate", "java.sql.Date", "java.time.LocalDate"),
          new Kind("java.math.BigInteger", "java.math.BigDecimal", "String"));

  private final SplittableRandom random;
  private final String number;
  private final StringBuilder java = new StringBuilder();
  private final StringBuilder rows = new StringBuilder();
  private final StringBuilder more = new StringBuilder();
  private boolean holdsOthers;
  private int types;

  private Families(long seed, int number) {
    this.random = new SplittableRandom(seed * 1_000_003 + number);
    this.number = String.valueOf(number);
  }

  /** Several families of one seed in one project; each is a concept of its own. */
  static Project project(Project project, long seed, int first, int count) {
    StringBuilder java = new StringBuilder();
    StringBuilder plan =
        new StringBuilder(Project.PLAN.substring(0, Project.PLAN.indexOf("  Glaze:")));
    for (int number = first; number < first + count; number++) {
      Families family = new Families(seed, number);
      plan.append(family.concept());
      java.append(family.java);
    }
    return project.instead(plan.toString(), java.toString());
  }

  private String concept() {
    List<Member> members = members();
    String name = "Pot" + number;
    Style row = pick(Style.ROW);
    boolean direct = row != Style.FIELDS && !holdsOthers && random.nextInt(3) == 0;
    type("model", name, pick(Style.INSIDE), typed(members, "model"));
    type("store", name + "Row", row, typed(members, "store"));
    type("api", name + "View", pick(Style.OUTSIDE), typed(members, "api"));
    type("api", "New" + name, pick(Style.OUTSIDE), typed(members, "api"));
    return "  "
        + name
        + ":\n    store: "
        + name
        + "Row\n    model: "
        + name
        + "\n    api: { "
        + name
        + "View: out, New"
        + name
        + ": in"
        + change(name, members)
        + " }\n"
        + (direct ? "    direct: " + name + "Row -> " + name + "View\n" : "")
        + (rows.isEmpty() ? "" : "    fields:\n" + rows)
        + more;
  }

  /** A request that mentions some of the fields, in forms that can be cleared and others. */
  private String change(String name, List<Member> members) {
    List<Typed> mentioned = new ArrayList<>();
    for (Member member : members) {
      if (!member.name().equals("pair") && random.nextInt(3) > 0) {
        String type = boxed(member.kind().outside());
        boolean clears = random.nextBoolean();
        mentioned.add(new Typed(clears ? "java.util.Optional<" + type + ">" : type, member.name()));
      }
    }
    if (mentioned.isEmpty()) {
      return "";
    }
    type("api", "Change" + name, pick(Style.OUTSIDE), mentioned);
    return ", Change" + name + ": change";
  }

  private List<Member> members() {
    List<Member> members = new ArrayList<>();
    for (int index = random.nextInt(1, 7); index > 0; index--) {
      String name = "f" + index;
      Kind kind = kind();
      boolean renamed = random.nextInt(4) == 0;
      if (renamed || !kind.words().isEmpty()) {
        String column = renamed ? ", store: " + name + "Column" : "";
        rows.append("      - { model: " + name + column + kind.words() + " }\n");
      }
      members.add(new Member(name, kind, renamed ? name + "Column" : name));
    }
    if (random.nextInt(3) == 0) {
      members.add(split());
    }
    return members;
  }

  private Kind kind() {
    return switch (random.nextInt(10)) {
      case 0 -> optional(element());
      case 1 -> held(element());
      case 2 -> held(element());
      case 3 -> random.nextInt(4) == 0 ? several() : nested();
      case 4 -> map(boxed(pick(LEAVES)));
      case 5 -> new Kind("java.util.OptionalInt", "Integer", "Integer");
      default -> random.nextBoolean() ? pick(LEAVES) : element();
    };
  }

  /** Something that is a reference in every layer. */
  private Kind element() {
    return switch (random.nextInt(4)) {
      case 0 -> wrapped();
      case 1 -> constant();
      default -> boxed(pick(LEAVES));
    };
  }

  private static Kind boxed(Kind kind) {
    return new Kind(boxed(kind.inside()), boxed(kind.row()), boxed(kind.outside()), kind.words());
  }

  private static String boxed(String type) {
    return switch (type) {
      case "int" -> "Integer";
      case "long" -> "Long";
      case "boolean" -> "Boolean";
      case "double" -> "Double";
      default -> type;
    };
  }

  private static Kind optional(Kind held) {
    return new Kind(
        "java.util.Optional<" + held.inside() + ">", held.row(), held.outside(), held.words());
  }

  private Kind held(Kind element) {
    if (random.nextInt(4) == 0) {
      String set = "java.util.Set<%s>";
      return of(element, set, random.nextBoolean() ? set : "java.util.List<%s>", set);
    }
    String list = "java.util.List<%s>";
    return of(element, list, pick(List.of(list, "%s[]")), pick(List.of(list, "%s[]")));
  }

  private static Kind of(Kind element, String inside, String row, String outside) {
    return new Kind(
        inside.formatted(element.inside()),
        row.formatted(element.row()),
        outside.formatted(element.outside()),
        element.words());
  }

  private static Kind map(Kind value) {
    return of(
        value,
        "java.util.Map<String, %s>",
        "java.util.Map<String, %s>",
        "java.util.Map<String, %s>");
  }

  private Kind wrapped() {
    String name = fresh("Name");
    unit("model", "public record " + name + "(String value) {}");
    return new Kind(name, "String", "String");
  }

  private Kind constant() {
    String name = fresh("Mood");
    unit("model", "public enum " + name + " { CALM, WILD }");
    return switch (random.nextInt(3)) {
      case 0 -> new Kind(name, "Integer", "String", ", codes: { store: { CALM: 1, WILD: 20 } }");
      case 1 ->
          new Kind(
              name,
              "Short",
              "Long",
              ", codes: { store: { CALM: 3, WILD: 4 }, api: { WILD: 0, CALM: 7, otherwise: CALM } }");
      default -> new Kind(name, "String", "String");
    };
  }

  /** An abstract type of two kinds, which the plan lists. */
  private Kind several() {
    holdsOthers = true;
    String name = fresh("Mix");
    List<String> kinds = List.of(name + "a", name + "b");
    unit(
        "model",
        "public sealed interface " + name + " permits " + String.join(", ", kinds) + " {}");
    unit("store", "public abstract class " + name + "Row {}");
    String views = kinds.stream().map(kind -> kind + "View").collect(Collectors.joining(", "));
    unit("api", "public sealed interface " + name + "View permits " + views + " {}");
    more.append(
        "  %1$s: { store: %1$sRow, model: %1$s, api: { %1$sView: both } }\n".formatted(name));
    for (String kind : kinds) {
      Kind leaf = pick(LEAVES);
      unit("model", "public record %s(%s x) implements %s {}".formatted(kind, leaf.inside(), name));
      unit("store", "public class %sRow extends %sRow { %s x; }".formatted(kind, name, leaf.row()));
      unit(
          "api",
          "public record %sView(%s x) implements %sView {}".formatted(kind, leaf.outside(), name));
      more.append(
          "  %1$s: { store: %1$sRow, model: %1$s, api: { %1$sView: both } }\n".formatted(kind));
    }
    Kind alone = new Kind(name, name + "Row", name + "View");
    return random.nextBoolean() ? alone : held(alone);
  }

  /** A value that the plan does not list, in a list or alone. */
  private Kind nested() {
    holdsOthers = true;
    String name = fresh("Part");
    List<Member> members = new ArrayList<>();
    for (int index = random.nextInt(2, 4); index > 0; index--) {
      String field = "p" + index;
      // What the plan does not list has no rows that could say anything.
      Kind kind =
          Stream.generate(() -> random.nextBoolean() ? pick(LEAVES) : element())
              .filter(drawn -> drawn.words().isEmpty())
              .findFirst()
              .orElseThrow();
      members.add(new Member(field, kind, field));
    }
    type("model", name, pick(Style.INSIDE), typed(members, "model"));
    type("store", name + "Row", pick(Style.ROW), typed(members, "store"));
    type("api", name + "View", pick(Style.OUTSIDE), typed(members, "api"));
    Kind alone = new Kind(name, name + "Row", name + "View");
    return switch (random.nextInt(3)) {
      case 0 -> alone;
      case 1 -> optional(alone);
      default -> of(alone, "java.util.List<%s>", "java.util.List<%s>", "java.util.List<%s>");
    };
  }

  /** A value of two parts that rows and those outside keep apart. */
  private Member split() {
    String name = fresh("Pair");
    boolean maybe = random.nextBoolean();
    unit("model", "public record " + name + "(String left, java.time.LocalDate right) {}");
    rows.append("      - { model: pair, store: { left: pairLeft, right: pairRight }, ")
        .append("api: { left: pairLeft, right: pairRight } }\n");
    return new Member("pair", Kind.same(maybe ? "java.util.Optional<" + name + ">" : name), "pair");
  }

  private List<Typed> typed(List<Member> members, String layer) {
    List<Typed> typed = new ArrayList<>();
    for (Member member : members) {
      boolean inside = layer.equals("model");
      if (member.name().equals("pair") && !inside) {
        typed.add(new Typed("String", "pairLeft"));
        typed.add(new Typed("java.time.LocalDate", "pairRight"));
        continue;
      }
      Kind kind = member.kind();
      String type = inside ? kind.inside() : layer.equals("store") ? kind.row() : kind.outside();
      typed.add(new Typed(type, layer.equals("store") ? member.rowName() : member.name()));
    }
    return typed;
  }

  private void type(String layer, String name, Style style, List<Typed> fields) {
    String parameters =
        fields.stream().map(f -> f.type() + " " + f.name()).collect(Collectors.joining(", "));
    String names = fields.stream().map(Typed::name).collect(Collectors.joining(", "));
    String sets = lines(fields, "this.%2$s = %2$s;");
    String finals = lines(fields, "private final %1$s %2$s;");
    String readers = lines(fields, "public %1$s %2$s() { return %2$s; }");
    String constructor = "(" + parameters + ") {\n" + sets + "}\n";
    unit(
        layer,
        switch (style) {
          case RECORD -> "public record " + name + "(" + parameters + ") {}";
          case CONSTRUCTOR ->
              "public final class "
                  + name
                  + " {\n"
                  + finals
                  + "public "
                  + name
                  + constructor
                  + getters(fields)
                  + "}";
          case FACTORY ->
              "public final class "
                  + name
                  + " {\n"
                  + finals
                  + "private "
                  + name
                  + constructor
                  + readers
                  + "public static "
                  + name
                  + " of("
                  + parameters
                  + ") { return new "
                  + name
                  + "("
                  + names
                  + "); }\n}";
          case BUILDER ->
              "public final class "
                  + name
                  + " {\n"
                  + finals
                  + "private "
                  + name
                  + constructor
                  + readers
                  + "public static Builder builder() { return new Builder(); }\n"
                  + "public static final class Builder {\nprivate Builder() {}\n"
                  + lines(fields, "private %1$s %2$s;")
                  + lines(
                      fields, "public Builder %2$s(%1$s %2$s) { this.%2$s = %2$s; return this; }")
                  + "public "
                  + name
                  + " build() { return new "
                  + name
                  + "("
                  + names
                  + "); }\n}\n}";
          case SETTERS ->
              "public class "
                  + name
                  + " {\n"
                  + lines(fields, "private %1$s %2$s;")
                  + "public "
                  + name
                  + "() {}\n"
                  + getters(fields)
                  + lines(fields, "public void set%3$s(%1$s %2$s) { this.%2$s = %2$s; }")
                  + "}";
          case FIELDS -> "public class " + name + " {\n" + lines(fields, "%1$s %2$s;") + "}";
        });
  }

  private static String getters(List<Typed> fields) {
    return lines(fields, "public %1$s get%3$s() { return %2$s; }");
  }

  private static String lines(List<Typed> fields, String form) {
    return fields.stream()
        .map(
            field ->
                form.formatted(
                    field.type(),
                    field.name(),
                    Character.toUpperCase(field.name().charAt(0)) + field.name().substring(1)))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  private String fresh(String name) {
    return name + number + "x" + types++;
  }

  private void unit(String layer, String declaration) {
    java.append("package coop.kiln.").append(layer).append(";\n").append(declaration).append('\n');
  }

  private <T> T pick(List<T> all) {
    return all.get(random.nextInt(all.size()));
  }
}
