package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.Baseline;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.testkit.Project;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Layers look only inwards: what is marked is found there, and nothing else. */
class LayerBreachTest {

  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(
      strings = {
        // the domain knows nobody: in a body, a signature, a constant, an annotation, a type
        // argument
        "package coop.kiln.model;\npublic class Peek {\n"
            + "  Object row() {\n    return new coop.kiln.store.GlazeRow() {}; //~ layer-breach\n  }\n}",
        "package coop.kiln.model;\npublic interface Peek {\n"
            + "  void take(java.util.List<coop.kiln.api.GlazeView> views); //~ layer-breach\n}",
        "package coop.kiln.model;\npublic class Peek {\n"
            + "  Class<?>[] known = {};\n  coop.kiln.api.GlazeView[][] views; //~ layer-breach\n}",
        "package coop.kiln.api;\npublic @interface Shown {}\npackage coop.kiln.model;\n"
            + "public class Peek {\n  @coop.kiln.api.Shown int shown; //~ layer-breach\n}",
        "package coop.kiln;\npublic @interface Like { Class<?> value(); }\n"
            + "package coop.kiln.model;\npublic class Peek {\n"
            + "  @coop.kiln.Like(coop.kiln.api.GlazeView.class) int shown; //~ layer-breach\n}",
        "package coop.kiln.model;\npublic class Peek {\n"
            + "  static class Inner {\n"
            + "    Object type = coop.kiln.api.GlazeView.class; //~ layer-breach\n  }\n}",
        // a package below a layer belongs to it
        "package coop.kiln.model.rules;\npublic class Peek extends Exception {\n"
            + "  coop.kiln.api.NewGlaze request; //~ layer-breach\n}",
        // those around the domain do not know each other
        "package coop.kiln.api;\npublic class Peek {\n"
            + "  coop.kiln.store.GlazeRow row; //~ layer-breach\n}",
        "package coop.kiln.store;\npublic class Peek {\n"
            + "  coop.kiln.api.GlazeView view; //~ layer-breach\n  coop.kiln.api.GlazeView again;\n}",
        // what a tool derives from a class is no code of its own
        "package coop.kiln.store;\nimport jakarta.persistence.metamodel.*;\n"
            + "@StaticMetamodel(GlazeRow.class)\npublic class GlazeRow_ {\n"
            + "  static volatile SingularAttribute<GlazeRow, coop.kiln.api.GlazeView> view;\n}",
        // but they know the domain, and everybody what is in no layer
        "package coop.kiln.api;\npublic class Peek {\n  coop.kiln.model.Glaze glaze;\n}",
        "package coop.kiln;\npublic class Wiring {\n  coop.kiln.store.GlazeRow row;\n"
            + "  coop.kiln.api.GlazeView view;\n}",
        "package coop.kiln.models;\npublic class Beside {\n  coop.kiln.store.GlazeRow row;\n}",
      })
  void findsEveryUseOfAnotherLayer(String java) throws Exception {
    Project project = new Project(folder).java(java);
    assertThat(project.found(project.checkCompiled())).isEqualTo(project.promised());
  }

  @Test
  void twoLayersOfRowsMayKnowEachOther() throws Exception {
    Project project =
        new Project(folder)
            .with(
                "  model: {",
                "  archive: { role: persistence, package: coop.kiln.archive }\n  model: {")
            .java(
                "package coop.kiln.archive;\npublic class OldGlaze {\n  coop.kiln.store.GlazeRow row;\n}\n")
            .java(
                "package coop.kiln.store;\npublic class Mover {\n  coop.kiln.archive.OldGlaze old;\n}\n");
    assertThat(project.found(project.checkCompiled())).isEmpty();
  }

  /** A class in a package of two layers is of the one that it is made for, as far as it shows. */
  @Test
  void aPackageOfTwoLayersTellsNoLayer() throws Exception {
    Project project =
        new Project(folder)
            .with("package: coop.kiln.model", "packages: [coop.kiln.model, coop.kiln.store]")
            .java(
                "package coop.kiln.store;\npublic class Manifest {\n  GlazeRow of;\n  static class Line {}\n}\n")
            .java(
                "package coop.kiln.store;\nimport jakarta.persistence.*;\n"
                    + "@Entity\npublic class OldRow { //~ unnamed-type\n  @Id long id;\n}\n")
            .java(
                "package coop.kiln.api;\npublic class Peek {\n"
                    + "  coop.kiln.store.Manifest manifest;\n  coop.kiln.model.Glaze glaze;\n"
                    + "  coop.kiln.store.OldRow old; //~ layer-breach\n}\n");
    assertThat(project.found(project.checkCompiled())).isEqualTo(project.promised());
  }

  @Test
  void theMessageNamesBothTypesAndThePlanCanAllowThem() throws Exception {
    Project project =
        new Project(folder)
            .java(
                "package coop.kiln.api;\npublic class Peek {\n"
                    + "  void show(coop.kiln.store.GlazeRow row) {}\n}");
    assertThat(project.checkCompiled())
        .extracting(Finding::message)
        .containsExactly(
            "Peek uses coop.kiln.store.GlazeRow in show. The layer api must not depend on store.");
    project.with(
        "api: { role: transfer, package: coop.kiln.api }",
        "api: { role: transfer, package: coop.kiln.api,\n"
            + "      knows: { coop.kiln.store.GlazeRow: the board reads rows,\n"
            + "        coop.kiln.store.Labels: gone } } #~ stale-row");
    assertThat(project.found(project.checkCompiled())).isEqualTo(project.promised());
  }

  @Test
  void aClassThatUsesSeveralTypesOfALayerIsReportedOnce() throws Exception {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.model;
                public class Peek {
                  coop.kiln.api.GlazeView view;
                  @jakarta.persistence.Column Object made(coop.kiln.store.GlazeRow row) {
                    return view == null ? row : new coop.kiln.api.NewGlaze("", "", true, "", "");
                  }
                  java.sql.Connection open(java.sql.Statement statement) { return null; }
                }
                """)
            .with("public record GlazeView(", "public record GlazeView(\n    String maker,")
            .row("{ api: maker, given: { value: ours } }");
    assertThat(project.checkCompiled())
        .extracting(Finding::message)
        .containsExactlyInAnyOrder(
            "Peek uses 2 types of the layer api: GlazeView (in made), NewGlaze (in made)."
                + " The layer model must not depend on api.",
            "Peek uses coop.kiln.store.GlazeRow in made."
                + " The layer model must not depend on store.",
            "Peek uses 2 persistence types: Statement (in open), Connection (in open).",
            "Peek has the persistence annotation jakarta.persistence.Column in made.");
  }

  @Test
  void aFurtherTypeOfALayerIsNewAndOneLessIsNot() throws Exception {
    String views =
        "package coop.kiln.model;\npublic class Peek {\n  coop.kiln.api.GlazeView view;\n}";
    Project project = new Project(folder).java(views);
    List<Finding> one = project.checkCompiled();
    List<Finding> both =
        project
            .with("GlazeView view;", "GlazeView view;\n  coop.kiln.api.NewGlaze made;")
            .checkCompiled();
    assertThat(Baseline.of(one).newOnes(both)).hasSize(1);
    assertThat(Baseline.of(both).newOnes(one)).isEmpty();
    assertThat(Baseline.of(both).gone(one)).isOne();
    assertThat(Baseline.of(both).newOnes(both)).isEmpty();
  }

  @Test
  void reportsAFailingRuleAndRunsTheOthers() {
    Project project = new Project(folder).with("String note;", "String note;\n  String maker;");
    ClassDependencies broken = mock(ClassDependencies.class);
    when(broken.in(anyString())).thenThrow(new IllegalStateException("planted"));
    List<Finding> findings =
        project.run(
            twin ->
                Checker.check(
                        twin.ledger(), mock(Shapes.class), broken, Documents.NONE, LocalDate.EPOCH)
                    .findings());
    assertThat(findings)
        .extracting(Finding::rule)
        .containsOnlyOnce(RuleId.LOST_FIELD)
        .containsOnly(RuleId.LOST_FIELD, RuleId.FAILED_RULE);
    assertThat(findings)
        .extracting(Finding::message)
        .anyMatch(
            message ->
                message.startsWith(
                    "The rule layer-breach failed: java.lang.IllegalStateException: planted at "));
  }

  @Test
  void reportsAnUnreadableClassFile() throws Exception {
    Project project =
        new Project(folder)
            .java("package coop.kiln.model;\npublic class Peek { int cone; }\n")
            .java("package coop.kiln.model;\npublic class Newer { int cone; }\n");
    project.checkCompiled();
    Path classes = folder.resolve("classes");
    Path peek = classes.resolve("coop/kiln/model/Peek.class");
    byte[] whole = Files.readAllBytes(peek);
    Files.write(peek, Arrays.copyOf(whole, whole.length / 2));
    Path newer = classes.resolve("coop/kiln/model/Newer.class");
    byte[] version = Files.readAllBytes(newer);
    version[7] = (byte) 200; // the major version (JVMS §4.1)
    Files.write(newer, version);
    assertThat(project.checkOf(classes))
        .extracting(finding -> finding.rule().key() + " " + finding.message())
        .hasSize(2)
        .allMatch(text -> text.startsWith("unread-code coop/kiln/model/"))
        .anyMatch(text -> text.contains("Newer.class (Unsupported class file major version 200)"));
  }
}
