package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What must not be seen outside its layer, over compiled classes: what is marked, nothing else. */
class LeaksTest {

  private static final String SILENT = " public String toString() { return code + \"\"; } ";

  @TempDir Path folder;

  @ParameterizedTest(name = "{0}")
  @MethodSource({"annotations", "mentions", "secrets", "names", "losses", "signatures", "habits"})
  void findsWhatIsMarkedAndNothingElse(String name, UnaryOperator<Project> change)
      throws Exception {
    Project project = change.apply(new Project(folder));
    assertThat(project.found(project.checkCompiled())).isEqualTo(project.promised());
  }

  static Stream<Arguments> annotations() {
    return Stream.of(
        of(
            "inherited from a class of no layer",
            project ->
                project
                    .java(
                        "package coop.kiln;\n@jakarta.persistence.MappedSuperclass\npublic interface Kept {}\n")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note) implements coop.kiln.Kept {}")
                    .with("public record Glaze(", "public record Glaze( //~ leaked-annotation")),
        of(
            "of the wire in the domain",
            project ->
                project.with(
                    "    String name,\n    boolean foodSafe,\n    Finish",
                    "    @com.fasterxml.jackson.annotation.JsonIgnore String name, //~ leaked-annotation\n"
                        + "    boolean foodSafe,\n    Finish")),
        of(
            "of the wire in the domain, accepted",
            project ->
                project
                    .with(
                        "    String name,\n    boolean foodSafe,\n    Finish",
                        "    @com.fasterxml.jackson.annotation.JsonIgnore String name,\n"
                            + "    boolean foodSafe,\n    Finish")
                    .with(
                        "{ model: name, store: label }",
                        "{ model: name, store: label, accept: { leaked-annotation: until March } }")),
        of(
            "on a type of the domain that no concept names",
            project ->
                project.java(
                    "package coop.kiln.model;\n@jakarta.persistence.Embeddable\n"
                        + "public class Blend {} //~ leaked-annotation\n")));
  }

  static Stream<Arguments> mentions() {
    return Stream.of(
        of(
            "an exception of the store in throws",
            project ->
                project.java(
                    "package coop.kiln.model;\npublic interface Glazes {\n"
                        + "  void save(Glaze glaze) throws java.sql.SQLException; //~ leaked-type\n}\n")),
        of(
            "an exception of the store that is caught",
            project ->
                project.java(
                    """
                    package coop.kiln.api;
                    public class Desk {
                      void sell(Runnable sale) { //~ leaked-type
                        try {
                          sale.run();
                        } catch (jakarta.persistence.PersistenceException lost) {
                          throw new IllegalStateException(lost);
                        }
                      }
                    }
                    """)),
        of(
            "a type of the store in a method's signature",
            project ->
                project.java(
                    "package coop.kiln.model;\npublic interface Glazes {\n"
                        + "  java.util.List<jakarta.persistence.Tuple> all(); //~ leaked-type\n}\n")),
        of(
            "one that the layer may know",
            project ->
                project
                    .java(
                        "package coop.kiln.model;\npublic interface Glazes {\n"
                            + "  java.util.List<jakarta.persistence.Tuple> all();\n}\n")
                    .with(
                        "package: coop.kiln.model }",
                        "package: coop.kiln.model,\n"
                            + "      knows: { jakarta.persistence: until March } }")),
        of(
            "a row in a view is told once",
            project ->
                project
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n"
                            + "    java.util.List<coop.kiln.store.GlazeRow> rows, //~ leaked-type")
                    .row("{ api: rows, given: { from: caller } }")));
  }

  /** Products of one organisation have the first words of their packages in common. */
  @Test
  void onlyTheProviderItselfIsTheStores() throws IOException {
    Path provider = compiled("org.clay.rows", "Session");
    serves(
        provider,
        "jakarta.persistence.spi.PersistenceProvider",
        "org.clay.rows.Provider # the only one\n");
    Path other = compiled("org.clay.words", "Words");
    Path validation = compiled("org.clay.rows.checks", "Range");
    serves(
        validation, "jakarta.validation.spi.ValidationProvider", "org.clay.rows.checks.Checker\n");
    Project project =
        new Project(folder)
            .java(
                "package coop.kiln.model;\npublic record Note(\n  org.clay.rows.Session session,\n  org.clay.rows.checks.Range range,\n  org.clay.words.Words words) {}\n")
            .plan("  Note: { model: Note }\n");
    List<Finding> findings =
        project.runWith(List.of(provider, other, validation), open -> open.check().findings());
    assertThat(findings)
        .filteredOn(finding -> finding.rule() == RuleId.LEAKED_TYPE)
        .extracting(Finding::message)
        .containsExactly(
            "Note.session has the type org.clay.rows.Session of the persistence layer.");
  }

  private static void serves(Path library, String service, String text) throws IOException {
    Path services = Files.createDirectories(library.resolve("META-INF/services"));
    Files.writeString(services.resolve(service), text);
  }

  private Path compiled(String packageName, String type) throws IOException {
    Path source = Files.createDirectories(folder.resolve("libraries")).resolve(type + ".java");
    Files.writeString(source, "package " + packageName + ";\npublic class " + type + " {}\n");
    Path classes = Files.createDirectories(folder.resolve("libraries").resolve(packageName));
    assertThat(Project.compile(List.of(source), source.getParent(), classes, "-g")).isEmpty();
    return classes;
  }

  static Stream<Arguments> secrets() {
    return Stream.of(
        of(
            "what looks like a secret goes out and is printed",
            project ->
                secret(project, "doorPin", "doorPin, //~ suspected-secret", SILENT)
                    .with("int doorPin) {}", "int doorPin) {} //~ suspected-secret")),
        of("what looks like none", project -> secret(project, "pinHoles", "pinHoles, ", "")),
        of(
            "a number about a secret",
            project -> secret(project, "passwordAttempts", "passwordAttempts, ", "")),
        of(
            "what is said about secrets",
            project -> secret(project, "char", "passwordPolicy", "passwordPolicy, ", "")),
        of(
            "what looks like a secret and is none",
            project ->
                secret(project, "glazePin", "glazePin, ", "")
                    .row(
                        "{ model: glazePin, accept: { suspected-secret: it is printed on the lid } }")),
        of(
            "a secret that its own type hides",
            project ->
                project
                    .java(
                        "package coop.kiln.model;\npublic record Pin(String value) {\n"
                            + "  public String toString() { return \"****\"; }\n}\n")
                    .with("Optional<String> note) {}", "Optional<String> note,\n    Pin pin) {}")
                    .with("String note;", "String note;\n  @Column(nullable = false) String pin;")
                    .row(
                        "{ model: pin, is: secret, given: { NewGlaze: { from: caller } },"
                            + " stays: { GlazeView: a secret } }")));
  }

  private static Project secret(Project project, String name, String view, String silent) {
    return secret(project, "int", name, view, silent);
  }

  private static Project secret(
      Project project, String type, String name, String view, String silent) {
    return apart(project)
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    " + type + " " + name + ") {" + silent + "}")
        .with("String note;", "String note;\n  " + type + " " + name + ";")
        .with("public record GlazeView(", "public record GlazeView(\n    " + type + " " + view)
        .with("    String note) {}\n", "    String note,\n    " + type + " " + name + ") {}\n");
  }

  /** Lets the request end otherwise than the view. */
  private static Project apart(Project project) {
    return project.with("    String note) {}\npackage", "    String note\n) {}\npackage");
  }

  static Stream<Arguments> names() {
    return Stream.of(
        of(
            "a column's name on the wire",
            project ->
                wired(project, "food_safe")
                    .with("boolean foodSafe;", "@Column(name = \"food_safe\") boolean foodSafe;")),
        of("a column's usual name on the wire", project -> wired(project, "FOOD_SAFE")));
  }

  private static Project wired(Project project, String name) {
    return apart(project)
        .with("String note;", "String note;\n  int shelfLife;")
        .with("Optional<String> note) {}", "Optional<String> note,\n    int shelfLife) {}")
        .with("    String note) {}\n", "    String note,\n    int shelfLife) {}\n")
        .with(
            "public record GlazeView(\n    String code,\n    String name,\n    boolean foodSafe,",
            "public record GlazeView(\n    int shelfLife,\n    String code,\n    String name,\n"
                + "    @com.fasterxml.jackson.annotation.JsonProperty(\""
                + name
                + "\") boolean foodSafe, //~ leaked-name");
  }

  static Stream<Arguments> losses() {
    return Stream.of(
        of(
            "a conversion of one's own that drops case, and one that drops spaces",
            project ->
                words(project, "text.toLowerCase(java.util.Locale.ROOT)", "text.strip()")
                    .with(
                        "@Column(nullable = false, length = 40) String label;",
                        "@Column(nullable = false, length = 40) String label; //~ lossy-conversion")
                    .with(
                        "    String name,\n    boolean foodSafe,\n    Finish",
                        "    String name, //~ lossy-conversion\n    boolean foodSafe,\n    Finish")),
        of(
            "a conversion of one's own that drops nothing",
            project ->
                words(
                    project,
                    "\"«\" + text + \"»\"",
                    "text.replace(\"«\", \"\").replace(\"»\", \"\")")),
        of(
            "a conversion of one's own that only looks",
            project ->
                words(
                    project,
                    "text.strip().isEmpty() ? \"-\" : text",
                    "text.toLowerCase().equals(\"-\") ? \"\" : text")),
        of(
            "a value object that changes what it is made of, whoever makes it",
            project ->
                project
                    .with(
                        "if (value.isBlank()) {",
                        "value = value.toUpperCase(); if (value.isBlank()) {")
                    .with(
                        "    GlazeCode code,",
                        "    GlazeCode code, //~ lossy-conversion lossy-conversion")),
        of(
            "a value object that changes what it is made of, on purpose",
            project ->
                project
                    .with(
                        "if (value.isBlank()) {",
                        "value = value.toUpperCase(); if (value.isBlank()) {")
                    .row("{ model: code, accept: { lossy-conversion: read without case } }")),
        of(
            "a value object that only looks",
            project ->
                project.with(
                    "if (value.isBlank()) {", "if (value.strip().toUpperCase().isEmpty()) {")),
        of(
            "one method for both ways",
            project ->
                words(project, "text", "text")
                    .with("public static String fromRow", "private static String fromRow")
                    .with(
                        "length = 40) String label;",
                        "length = 40) String label; //~ lossy-conversion")),
        of(
            "a computed value that a column keeps",
            project ->
                project
                    .with("String note;", "String note;\n  int letters; //~ lossy-conversion")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note) {\n  public int letters() { return name.length(); }\n}")
                    .row(
                        "{ model: letters, store: letters, derived: from the name, stays: { GlazeView: x } }")),
        of(
            "a constant's name in lower case is still its name",
            project ->
                project
                    .java(
                        """
                        package coop.kiln.store;
                        import coop.kiln.model.Finish;
                        public final class Finishes {
                          public static String toRow(Finish finish) { return finish.name().toLowerCase(); }
                          public static Finish fromRow(String text) { return Finish.valueOf(text.toUpperCase()); }
                        }
                        """)
                    .row(
                        "{ model: finish, by: { store: coop.kiln.store.Finishes }, accept: { lossy-conversion: 'names are in capitals' } }")));
  }

  private static Project words(Project project, String out, String in) {
    return project
        .java(
            "package coop.kiln.store;\npublic final class Words {\n"
                + "  public static String toRow(String text) { return "
                + out
                + "; }\n"
                + "  public static String fromRow(String text) { return "
                + in
                + "; }\n}\n")
        .with(
            "{ model: name, store: label }",
            "{ model: name, store: label, by: { GlazeRow: coop.kiln.store.Words } }");
  }

  private static final String SHOP =
      """
      package coop.kiln.shop;
      public class Shop {
        private coop.kiln.store.GlazeRow last;
        public coop.kiln.model.Glaze find() { return null; }
        private coop.kiln.store.GlazeRow row() { return last; }
      """;

  static Stream<Arguments> signatures() {
    return Stream.of(
        of("a service that keeps rows to itself", project -> shop(project, "}\n")),
        of(
            "a service that shows a row and takes a request",
            project ->
                shop(
                    project,
                    "  public coop.kiln.store.GlazeRow show() { return last; } //~ layer-breach\n"
                        + "  protected void sell(coop.kiln.api.NewGlaze glaze) {} //~ layer-breach\n}\n")),
        of(
            "a package without a class",
            project ->
                project.with(
                    "concepts:\n",
                    "signatures:\n  coop.kiln.chop: model #~ unread-code\nconcepts:\n")));
  }

  private static Project shop(Project project, String rest) {
    return project
        .with("concepts:\n", "signatures:\n  coop.kiln.shop: [model]\nconcepts:\n")
        .java(SHOP + rest);
  }

  static Stream<Arguments> habits() {
    return Stream.of(
        of("types that are called as the layer's are", project -> named(project, "'{concept}Row'")),
        of(
            "a type that is not",
            project ->
                named(project, "'{concept}Record'")
                    .with("public class GlazeRow {", "public class GlazeRow { //~ odd-name")),
        of(
            "a mapper that is not called as mappers are",
            project ->
                project
                    .with(
                        "name: glazes",
                        "name: glazes\nmappers: { name: '{concept}{layer}Carrier' }")
                    .java("package coop.kiln.store;\npublic class GlazeStoreCarrier {}\n")
                    .java("package coop.kiln.store;\npublic class GlazeCarrier {} //~ odd-name\n")),
        of(
            "a mapper of any name where the plan does not say",
            project -> project.java("package coop.kiln.store;\npublic class GlazeMapper {}\n")),
        of(
            "columns in snake case, and one that is not",
            project ->
                project
                    .with(
                        "package: coop.kiln.store }",
                        "package: coop.kiln.store, spelling: snake-case }")
                    .with("boolean foodSafe;", "@Column(name = \"FOOD_SAFE\") boolean foodSafe;")
                    .with(
                        "String note;", "@Column(name = \"freeNote\") String note; //~ odd-name")),
        of(
            "a wire name as the serialiser writes it",
            project ->
                project
                    .with(
                        "package: coop.kiln.api }",
                        "package: coop.kiln.api, spelling: camel-case }")
                    .with(
                        "public record GlazeView(\n    String code,",
                        "public record GlazeView(\n    @com.fasterxml.jackson.annotation.JsonProperty(\"glaze-code\") String code, //~ odd-name")),
        of(
            "names that only a naming strategy decides",
            project ->
                project.with(
                    "package: coop.kiln.api }", "package: coop.kiln.api, spelling: snake-case }")),
        of(
            "types that no concept names",
            project ->
                project
                    .java(
                        "package coop.kiln.api;\npublic record Health(boolean up) {} //~ unnamed-type\n")
                    .java(
                        "package coop.kiln.model;\npublic interface Glazes { Glaze find(String code); }\n")
                    .java(
                        "package coop.kiln.model;\npublic class Mixing {\n  private final int parts = 3;\n}\n")
                    .java(
                        "package coop.kiln.store;\n@jakarta.persistence.Entity\npublic class OldRow { //~ unnamed-type\n  @jakarta.persistence.Id Long id;\n}\n")),
        of(
            "a type that no concept names on purpose, and a reason for none",
            project ->
                project
                    .java("package coop.kiln.api;\npublic record Health(boolean up) {}\n")
                    .with(
                        "package: coop.kiln.api }",
                        "package: coop.kiln.api, apart: { Health: says nothing of glazes,\n"
                            + "      Wealth: gone } } #~ stale-row")));
  }

  private static Project named(Project project, String pattern) {
    return project.with(
        "package: coop.kiln.store }", "package: coop.kiln.store, names: [" + pattern + "] }");
  }

  private static Arguments of(String name, UnaryOperator<Project> change) {
    return arguments(name, change);
  }
}
