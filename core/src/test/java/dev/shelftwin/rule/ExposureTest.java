package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What those outside see or set and must not: what is marked is found there, and nothing else. */
class ExposureTest {

  @TempDir Path folder;

  @ParameterizedTest(name = "{0}")
  @MethodSource({"writes", "graphs", "leaks"})
  void findsWhatIsMarkedAndNothingElse(String name, UnaryOperator<Project> change) {
    Project project = change.apply(new Project(folder));
    assertThat(project.found(project.check())).isEqualTo(project.promised());
  }

  /** What keeps a record from printing what it holds. */
  private static final String SILENT = " public String toString() { return code + \"\"; } ";

  private static final String MAKER =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class Maker {
        @Id @GeneratedValue Long id;
        @Column(unique = true, nullable = false) String name;
      }
      """;

  private static final String TWO_LAYERS =
      """
      shelf-twin: 1
      name: glazes
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Glaze:
          store: GlazeRow
          api: { GlazeView: out }
          fields:
            - { store: version, is: version }
            - { store: made, is: audit }
      """;

  private static final String ROW =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class GlazeRow {
        @Id @GeneratedValue public Long id;
        @Version public int version;
        @Column(nullable = false) public java.time.Instant made;
        @Column(nullable = false) public String code;
      }
      """;

  static Stream<Arguments> writes() {
    String request =
        "public record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,";
    return Stream.of(
        of(
            "a request sets what the plan protects",
            project ->
                project
                    .row("{ model: foodSafe, is: protected }")
                    .with(request, request + " //~ open-write")),
        of(
            "a request sets what the plan protects, accepted",
            project ->
                project.row(
                    "{ model: foodSafe, is: protected,"
                        + " accept: { open-write: the laboratory sends it } }")),
        of(
            "what is protected is given",
            project ->
                project
                    .row(
                        "{ model: foodSafe, is: protected, given: { NewGlaze: { value: false } } }")
                    .with(request, request.replace("    boolean foodSafe,", ""))),
        of(
            "a request sets the store's key, which may be seen",
            project ->
                keyInDomain(project, "Optional<Long> id,")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, stays: { GlazeView: x }, accept: { leaked-key: links } }")
                    .with(
                        "public record NewGlaze(",
                        "public record NewGlaze(\n    Long id, //~ open-write")));
  }

  private static Project kilns(Project project, String direction, String types) {
    return project
        .plan(
            """
              Kiln:
                model: Kiln
                api: { KilnView: %s }
                fields:
                  - { api: batches, given: { from: caller }, stays: nobody asks }
            """
                .formatted(direction))
        .java("package coop.kiln.model;\npublic record Kiln(String code) {}\n")
        .java("package coop.kiln.api;\n" + types);
  }

  static Stream<Arguments> graphs() {
    String back =
        "\npackage coop.kiln.api;\npublic record BatchView(String name, KilnView kiln) {}\n";
    return Stream.of(
        of(
            "two types of a response lead back to each other",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code,\n"
                        + "    java.util.List<BatchView> batches) {} //~ endless-graph"
                        + back)),
        of(
            "a way back that is left out of the document",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code, java.util.List<BatchView> batches) {}"
                        + back.replace(
                            "KilnView kiln",
                            "@com.fasterxml.jackson.annotation.JsonIgnore KilnView kiln"))),
        of(
            "a way back that a type leaves out by its name",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code, java.util.List<BatchView> batches) {}"
                        + back.replace(
                            "public record",
                            "@com.fasterxml.jackson.annotation.JsonIgnoreProperties({\"kiln\"})\n"
                                + "public record"))),
        of(
            "a way back that the first type leaves out",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code,\n"
                        + "    @com.fasterxml.jackson.annotation.JsonIgnoreProperties(\"kiln\")"
                        + " java.util.List<BatchView> batches) {}"
                        + back)),
        of(
            "a method that converts and is no property",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code, java.util.List<BatchView> batches) {}"
                        + back.replace(
                            ", KilnView kiln) {}",
                            ") {\n  public KilnView toKiln() { return null; }\n}"))),
        of(
            "a request is not written",
            project ->
                kilns(
                    project,
                    "in",
                    "public record KilnView(String code, java.util.List<BatchView> batches) {}"
                        + back)),
        of(
            "a tree",
            project ->
                kilns(
                    project,
                    "out",
                    "public record KilnView(String code, java.util.List<KilnView> batches) {}")),
        of(
            "a tree whose branches know where they grow",
            project ->
                kilns(
                        project,
                        "out",
                        "public record KilnView(String code, KilnView trunk,\n"
                            + "    java.util.Optional<java.util.List<KilnView>> batches) {} //~ endless-graph")
                    .row("{ api: trunk, given: { from: caller } }")));
  }

  static Stream<Arguments> leaks() {
    return Stream.of(
        of(
            "a key that ends in the domain",
            project ->
                keyInDomain(project, "Optional<Long> id, //~ leaked-key")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, stays: { GlazeView: x }, given: { NewGlaze: { value: null } } }")),
        of(
            "a key that goes on to a response is told there",
            project ->
                keyInDomain(project, "Optional<Long> id,")
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n    Long id, //~ leaked-key")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, given: { NewGlaze: { value: null } } }")),
        of(
            "a key that may be seen",
            project ->
                keyInDomain(project, "Optional<Long> id,")
                    .with("public record GlazeView(", "public record GlazeView(\n    Long id,")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, given: { NewGlaze: { value: null } },"
                            + " accept: { leaked-key: links rely on it } }")),
        of(
            "a key that the program assigns",
            project ->
                keyInDomain(project, "Long id,")
                    .with("@Id @GeneratedValue Long id;", "@Id Long id;")
                    .with("public record GlazeView(", "public record GlazeView(\n    Long id,")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, given: { NewGlaze: { from: caller } } }")),
        of(
            "a key that the program assigns and the plan calls the store's",
            project ->
                keyInDomain(project, "Long id,")
                    .with("@Id @GeneratedValue Long id;", "@Id Long id;")
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n    Long id, //~ leaked-key")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, is: key, given: { NewGlaze: { from: caller } } }")),
        of(
            "an audit column in a response",
            project ->
                project
                    .with("String note;", "String note;\n  java.time.Instant made;")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note,\n    Optional<java.time.Instant> made) {}")
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n    java.time.Instant made, //~ leaked-audit")
                    .row("{ model: made, is: audit, given: { NewGlaze: { value: null } } }")),
        of(
            "key, version and audit column where there is no domain",
            project ->
                project.instead(
                    TWO_LAYERS,
                    ROW
                        + """
                        package coop.kiln.api;
                        public record GlazeView(
                            Long id, //~ leaked-key
                            int version, //~ leaked-version
                            java.time.Instant made, //~ leaked-audit
                            String code) {}
                        """)),
        of(
            "the same, accepted",
            project ->
                project.instead(
                    TWO_LAYERS
                            .replace("is: audit", "is: audit, accept: { leaked-audit: shown }")
                            .replace(
                                "is: version", "is: version, accept: { leaked-version: a tag }")
                        + "      - { store: id, accept: { leaked-key: links rely on it } }\n",
                    ROW
                        + """
                        package coop.kiln.api;
                        public record GlazeView(
                            Long id, int version, java.time.Instant made, String code) {}
                        """)),
        of(
            "the key of a row that another one points at",
            project ->
                project
                    .with(
                        "String note;", "String note;\n  @ManyToOne(optional = false) Maker maker;")
                    .with(
                        "Optional<String> note) {}", "Optional<String> note,\n    long makerId) {}")
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n    long makerId, //~ leaked-key")
                    .with("public record NewGlaze(", "public record NewGlaze(\n    long makerId,")
                    .row("{ model: makerId, store: maker.id }")
                    .java(MAKER)),
        of(
            "what else tells a row that another one points at",
            project ->
                project
                    .with(
                        "String note;", "String note;\n  @ManyToOne(optional = false) Maker maker;")
                    .with(
                        "Optional<String> note) {}", "Optional<String> note,\n    String maker) {}")
                    .with("public record GlazeView(", "public record GlazeView(\n    String maker,")
                    .with("public record NewGlaze(", "public record NewGlaze(\n    String maker,")
                    .row("{ model: maker, store: maker.name }")
                    .java(MAKER)),
        of(
            "an enumeration of the store where there is no domain",
            project ->
                project
                    .instead(
                        TWO_LAYERS,
                        ROW.replace(
                                "String code;", "State state;\n  public enum State { NEW, USED }")
                            + """
                        package coop.kiln.api;
                        public record GlazeView(coop.kiln.store.GlazeRow.State state) {}
                        """)
                    .row("{ store: id, stays: none }")
                    .with("is: version", "is: version, stays: none")
                    .with("is: audit", "is: audit, stays: none")),
        of(
            "a key that goes past the domain too",
            project ->
                keyInDomain(project, "Optional<Long> id,")
                    .with(
                        "api: { GlazeView: out, NewGlaze: in }",
                        "api: { GlazeView: out, GlazeCard: out, NewGlaze: in }\n"
                            + "    direct: GlazeRow -> GlazeCard\n"
                            + "    omits: { GlazeCard: { fields: [name, note, foodSafe, finish],"
                            + " because: the label is small } }")
                    .with("Long id;", "public Long id;")
                    .with("String code;", "public String code;")
                    .with(
                        "{ store: id, is: key, stays: the store's own }",
                        "{ model: id, stays: { GlazeView: none }, given: { NewGlaze: { value: null } } }")
                    .java(
                        """
                        package coop.kiln.api;
                        public record GlazeCard(Long id, String code) {} //~ leaked-key
                        """)),
        of(
            "a version under another name",
            project ->
                project
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note,\n    int edition) {} //~ leaked-version")
                    .with(
                        "{ store: version, is: version, stays: optimistic lock }",
                        "{ model: edition, store: version, stays: { GlazeView: x },"
                            + " given: { NewGlaze: { value: 0 } } }")),
        of(
            "a secret in a response",
            project ->
                project
                    .with(
                        "    String finish,\n    String note) {}\npackage",
                        "    String finish,\n    String note) {} //~ leaked-secret\npackage")
                    .with(
                        "    Optional<String> note) {}",
                        "    Optional<String> note) {} //~ leaked-secret")
                    .with("    String note) {}\n", "    String note) {} //~ leaked-secret\n")
                    .row("{ model: note, is: secret }")),
        of(
            "a secret that stays inside",
            project ->
                project
                    .with(
                        "    String finish,\n    String note) {}\npackage",
                        "    String finish) {}\npackage")
                    .with("    String note) {}\n", "    String note) {" + SILENT + "}\n")
                    .with("String> note) {}", "String> note) {" + SILENT + "}")
                    .row("{ model: note, is: secret, stays: { GlazeView: a secret } }")),
        of(
            "a type of the store as a type argument",
            project ->
                project
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n"
                            + "    java.util.List<coop.kiln.store.GlazeRow> rows, //~ leaked-type")
                    .row("{ api: rows, given: { from: caller } }")),
        of(
            "a type of a database driver's interface in the domain",
            project ->
                project.with(
                    "Optional<String> note) {}",
                    "Optional<String> note) {\n"
                        + "  public java.sql.Date made() { return null; } //~ leaked-type\n"
                        + "  public java.sql.Date toDate() { return null; }\n}")),
        of(
            "a date of the language itself",
            project ->
                project.with(
                    "Optional<String> note) {}",
                    "Optional<String> note) {\n"
                        + "  public java.time.LocalDate made() { return null; }\n}")),
        of(
            "annotations of the store on a domain type and its field",
            project ->
                project
                    .with(
                        "public record Glaze(",
                        "@jakarta.persistence.Embeddable\npublic record Glaze( //~ leaked-annotation")
                    .with(
                        "    Finish finish,",
                        "    @jakarta.persistence.Column Finish finish, //~ leaked-annotation")),
        of(
            "an annotation of the language itself",
            project -> project.with("public record Glaze(", "@Deprecated\npublic record Glaze(")));
  }

  private static Project keyInDomain(Project project, String component) {
    return project.with("    GlazeCode code,", "    " + component + "\n    GlazeCode code,");
  }

  private static Arguments of(String name, UnaryOperator<Project> change) {
    return Arguments.of(name, change);
  }
}
