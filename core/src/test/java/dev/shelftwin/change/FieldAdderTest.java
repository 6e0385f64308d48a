package dev.shelftwin.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.shelftwin.plan.Descriptions;
import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** A field is added in the way in which a type has its others; everything else keeps its place. */
class FieldAdderTest {

  private static final Map<String, String> SOURCES =
      Map.of(
          "line",
          """
          package coop.kiln.api;

          /** A kiln. */
          public record Kiln(String code, int highest) {} // ours
          """,
          "empty",
          """
          package coop.kiln.api;

          public record Kiln() {}
          """,
          "fields",
          """
          package coop.kiln.api;

          @Value
          class Kiln {
            static final int MOST = 1400;
            @Singular List<String> codes;
            int highest;
          }
          """,
          "long",
          """
          package coop.kiln.api;

          public record Kiln(String code, int highestTemperature, String manufacturerOfTheKiln, int doors) {}
          """,
          "lines",
          """
          package coop.kiln.api;

          import java.util.Objects;

          public record Kiln(
              String code, // as painted on it
              int highest) {

            public Kiln {
              Objects.requireNonNull(code, "code");
            }

            public static Kiln small(String code) {
              return new Kiln(code, 1000);
            }

            public Kiln hotter() {
              return new Kiln(code, highest + 10);
            }
          }
          """,
          "class",
          """
          package coop.kiln.model;

          import java.util.Objects;
          import java.util.Optional;

          public final class Kiln {
            private final String code;
            private final String note;

            private Kiln(String code, String note) {
              this.code = Objects.requireNonNull(code, "code");
              this.note = note;
            }

            public static Kiln of(String code, Optional<String> note) {
              return new Kiln(code, note.orElse(null));
            }

            public String code() {
              return code;
            }

            public Optional<String> note() {
              return Optional.ofNullable(note);
            }

            public int length() {
              return code.length();
            }
          }
          """,
          "entity",
          """
          package coop.kiln.store;

          import jakarta.persistence.Column;
          import jakarta.persistence.Entity;
          import jakarta.persistence.Id;

          @Entity
          public class Kiln {

            @Id
            @Column(name = "id")
            private Long id;

            protected Kiln() {}

            public Long getId() {
              return id;
            }

            void setId(Long id) {
              this.id = id;
            }

            @Override
            public String toString() {
              return "kiln " + id;
            }
          }
          """);

  /** Each: the source, the layer, the field, and lines that are there then, apart from spaces. */
  @ParameterizedTest(name = "{0}: {2}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          line   | TRANSFER    | doors: int                | public record Kiln(String code, int highest, int doors) {} // ours
          empty  | TRANSFER    | doors: int                | public record Kiln(int doors) {}
          line   | TRANSFER    | since: Instant?           | import java.time.Instant; // public record Kiln(String code, int highest, Instant since) {} // ours
          line   | DOMAIN      | since: Instant?           | import java.util.Optional; // public record Kiln(String code, int highest, Optional<Instant> since) {} // ours
          fields | DOMAIN      | doors: int                | int highest; // int doors; // }
          long   | TRANSFER    | shelves: int              | public record Kiln( // String code, // int highestTemperature, // String manufacturerOfTheKiln, // int doors, // int shelves) {}
          lines  | DOMAIN      | doors: int                | int highest, // int doors) { // public static Kiln small(String code, int doors) { // return new Kiln(code, 1000, doors); // return new Kiln(code, highest + 10, doors);
          class  | DOMAIN      | doors: int                | private final int doors; // private Kiln(String code, String note, int doors) { // this.doors = doors; // public static Kiln of(String code, Optional<String> note, int doors) { // return new Kiln(code, note.orElse(null), doors); // public int doors() { // return doors; // public int length() {
          class  | DOMAIN      | maker: String             | this.maker = Objects.requireNonNull(maker, "maker"); // public String maker() {
          class  | DOMAIN      | maker: String?            | private final String maker; // private Kiln(String code, String note, String maker) { // public static Kiln of(String code, Optional<String> note, Optional<String> maker) { // return new Kiln(code, note.orElse(null), maker.orElse(null)); // public Optional<String> maker() { // return Optional.ofNullable(maker);
          class  | DOMAIN      | codes: List<String>       | import java.util.List; // private final List<String> codes; // this.codes = List.copyOf(codes);
          entity | PERSISTENCE | doorCount: int            | @Column(name = "door_count", nullable = false) // private int doorCount; // public int getDoorCount() { // void setDoorCount(int doorCount) { // @Override
          entity | PERSISTENCE | maker: String max 60       | @Column(name = "maker", nullable = false, length = 60) // private String maker;
          entity | PERSISTENCE | fee: BigDecimal? digits 2  | @Column(name = "fee", precision = 17, scale = 2) // private BigDecimal fee;
          entity | PERSISTENCE | since: Instant?           | import java.time.Instant; // @Column(name = "since") // private Instant since;
          entity | PERSISTENCE | codes: List<String>       | import jakarta.persistence.ElementCollection; // import jakarta.persistence.OrderColumn; // import java.util.ArrayList; // @ElementCollection // @OrderColumn // private List<String> codes = new ArrayList<>();
          """)
  void aFieldIsAdded(String source, Role role, String field, String lines) {
    String before = SOURCES.get(source);
    String after = added(before, role, field);
    List<String> expected = List.of(lines.replace("{} // ours", "{} /* ours").split(" // ", -1));
    assertThat(after.lines().map(String::strip))
        .containsSubsequence(
            expected.stream()
                .map(line -> line.replace("{} /* ours", "{} // ours").strip())
                .toList());
    assertThat(before.lines().filter(line -> line.contains("/**") || line.contains("@Override")))
        .allSatisfy(line -> assertThat(after).contains(line));
  }

  /** A constructor for some values is no reason to give callers a new one. */
  @Test
  void aClassWithSettersKeepsItsConstructorsAndItsIndentation() {
    String before =
        """
        package coop.kiln.store;

        @Entity
        public class Kiln {
            private String code;

            public Kiln() {
            }

            public Kiln(String code) {
                this.code = code;
            }

            public String getCode() {
                return code;
            }

            public void setCode(String code) {
                this.code = code;
            }
        }
        """;
    assertThat(added(before, Role.PERSISTENCE, "note: String? max 80"))
        .isEqualTo(
            before
                .replace(
                    "private String code;\n",
                    """
                    private String code;

                        @Column(length = 80)
                        private String note;
                    """)
                .replace(
                    "package coop.kiln.store;\n",
                    """
                    package coop.kiln.store;

                    import jakarta.persistence.Column;
                    """)
                .replaceAll(
                    "}\n}\n$",
                    """
                    }

                        public String getNote() {
                            return note;
                        }

                        public void setNote(String note) {
                            this.note = note;
                        }
                    }
                    """));
  }

  /** Each: a source, and what a field makes of it. */
  static Stream<Arguments> layouts() {
    return Stream.of(
        arguments(
            "@Links({ @Link(name = \"a\"), })\nclass Kiln extends Oven {}",
            """
            @Links({ @Link(name = "a"), })
            class Kiln extends Oven {
              private int doors;

              public int getDoors() {
                return doors;
              }

              public void setDoors(int doors) {
                this.doors = doors;
              }
            }"""),
        arguments(
            """
            @Links({ @Link(name = "a") })
            class Kiln<T extends Comparable<T>> implements Heated<T> {
              static final String NAME = "kiln";

              String name() {
                return NAME;
              }
            }""",
            """
            @Links({ @Link(name = "a") })
            class Kiln<T extends Comparable<T>> implements Heated<T> {
              static final String NAME = "kiln";

              private int doors;

              String name() {
                return NAME;
              }

              public int getDoors() {
                return doors;
              }

              public void setDoors(int doors) {
                this.doors = doors;
              }
            }"""),
        arguments("@Size(max = 3) record Kiln() {}", "@Size(max = 3) record Kiln(int doors) {}"),
        arguments(
            "interface Kiln {\n    String getCode();\n}",
            "interface Kiln {\n    String getCode();\n\n    int getDoors();\n}"),
        arguments(
            "interface Kiln {\n  String code();\n  void setCode(String code);\n}",
            """
            interface Kiln {
              String code();
              void setCode(String code);

              int doors();

              void setDoors(int doors);
            }"""),
        arguments(
            "class Kiln {\r\n  public int code;\r\n}\r\n",
            "class Kiln {\r\n  public int code;\r\n  public int doors;\r\n}\r\n"));
  }

  @ParameterizedTest
  @MethodSource("layouts")
  void aFieldIsAddedWhateverTheLayout(String before, String after) {
    assertThat(added(before, Role.TRANSFER, "doors: int")).isEqualTo(after);
  }

  @ParameterizedTest
  @CsvSource({
    "'', ''",
    "'package coop.kiln.api;\n\n', 'package coop.kiln.api;\n\n'",
    "'import java.util.Map;\n\n', ''"
  })
  void importsAreAddedInOrder(String before, String packageLine) {
    String rest = before.replace("\\n", "\n");
    String after =
        added(rest + "class Kiln {\n  int code;\n}", Role.TRANSFER, "since: List<Instant>");
    assertThat(after)
        .isEqualTo(
            packageLine.replace("\\n", "\n")
                + "import java.time.Instant;\nimport java.util.List;\n"
                + rest.substring(packageLine.replace("\\n", "\n").length())
                + (rest.contains("import") ? "" : "\n")
                + "class Kiln {\n  int code;\n  List<Instant> since;\n}");
  }

  /** The field of a class that a framework creates without a value is not final. */
  @Test
  void aFieldIsNotFinalWhereAConstructorLeavesItOut() {
    String before =
        """
        public class Kiln {
            private final java.util.List<String> doors = new java.util.ArrayList<>();
            private String code;

            protected Kiln() {}

            public Kiln(String code) {
                this.code = code;
            }
        }
        """;
    assertThat(added(before, Role.DOMAIN, "highest: int"))
        .contains(
            "    private int highest;\n",
            "    public Kiln(String code, int highest) {\n        this.code = code;\n        this.highest",
            "\n\n    public int highest() {\n        return highest;\n    }\n}");
  }

  private static String added(String before, Role role, String field) {
    FieldDescription described = Descriptions.field(field, Place.in("--add"));
    NewField.Form form =
        !described.optional()
            ? NewField.Form.REQUIRED
            : role == Role.DOMAIN ? NewField.Form.OPTIONAL : NewField.Form.NULLABLE;
    TypeSource parsed = TypeSource.parse(Path.of("Kiln.java"), before, TypeRef.of("", "Kiln"));
    return new FieldAdder(parsed, role, false)
        .added(
            new NewField(
                described.name().value(), packaged(described.type()), form, described.limits()));
  }

  private static TypeRef packaged(TypeRef type) {
    String packageName =
        switch (type.name()) {
          case "Instant" -> "java.time";
          case "List" -> "java.util";
          case "String" -> "java.lang";
          case "BigDecimal" -> "java.math";
          default -> "";
        };
    return new TypeRef(
        packageName,
        type.name(),
        type.arguments().stream().map(FieldAdderTest::packaged).toList(),
        0);
  }
}
