package dev.shelftwin.source;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What counts as a field, and how it is read and written, in classes as programs have them. */
class MembersTest {

  @TempDir Path folder;

  private Shape row(Project project) {
    return project.run(
        twin -> twin.ledger().concepts().get(0).shapes().findFirst().orElseThrow().shape());
  }

  private static List<String> stored(Shape shape) {
    return shape.storedFields().map(Field::name).toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "transient int seen;                     | not a part of the state",
        "@Transient int seen;                    | not kept by the store",
        "static int seen;                        | not of one object",
        "private Object $tracker;                | added by a tool",
        "private transient Object $$interceptor; | added by a provider",
      })
  void readsOnlyStateAsFields(String member, String why) {
    Project project = new Project(folder).with("String note;", "String note;\n  " + member);
    assertThat(project.check()).as(why).isEmpty();
    assertThat(stored(row(project)))
        .containsExactly("id", "version", "code", "label", "foodSafe", "finish", "note");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "public void setNote(String note) {} public void setNote(Object note) {} | String",
        "public void setNote(Object note) {} public void setNote(String note) {} | String",
        "public void setNote(Object note) {} public void setNote(int note) {}    | int",
      })
  void ofTwoSettersTheOneOfTheFieldsTypeIsTaken(String setters, String taken) {
    Project project =
        new Project(folder).with("String note;", "private String note;\n  " + setters);
    assertThat(row(project).field("note").flatMap(Field::writer).map(Access::type))
        .hasToString("Optional[" + taken + "]");
  }

  /** JavaBeans 1.01, §8.8: a name that begins with two capitals keeps them. */
  @ParameterizedTest
  @CsvSource({"url, URL", "id2, ID2", "eMail, eMail", "noteText, NoteText"})
  void accessorsMayWriteCapitalsInTheirOwnWay(String field, String property) {
    Project project =
        new Project(folder)
            .with(
                "String note;",
                """
                private String FIELD;
                  public String getPROPERTY() { return FIELD; }
                  public void setPROPERTY(String value) { this.FIELD = value; }"""
                    .replace("FIELD", field)
                    .replace("PROPERTY", property));
    Shape row = row(project);
    assertThat(row.field(field).flatMap(Field::reader).map(Access::name))
        .contains("get" + property);
    assertThat(row.field(field).flatMap(Field::writer).map(Access::name))
        .contains("set" + property);
    assertThat(row.fields())
        .extracting(Field::name)
        .containsExactly("id", "version", "code", "label", "foodSafe", "finish", field);
  }

  @Test
  void aHiddenFieldIsReadWhereItIsDeclaredLast() {
    Project project =
        new Project(folder)
            .with("public class GlazeRow {", "public class GlazeRow extends Noted<Long> {")
            .with("@Id @GeneratedValue Long id;\n", "")
            .java(
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @MappedSuperclass
                public abstract class Noted<K> {
                  @Id @GeneratedValue K id;
                  Object note;
                  K twin() { return id; }
                }
                """);
    Shape row = row(project);
    assertThat(row.field("id").map(Field::type)).hasToString("Optional[Long]");
    assertThat(row.field("note").map(Field::type)).hasToString("Optional[String]");
    assertThat(stored(row)).containsOnlyOnce("note");
    assertThat(project.check()).isEmpty();
  }

  /** Of a library's superclass, a field is data unless its type is the library's own. */
  @Test
  void typesOfALibraryAreNoDataOfThoseWhoExtendItsClasses() {
    Project project =
        new Project(folder)
            .with("public class GlazeRow {", "public class GlazeRow extends org.web.Linked<Long> {")
            .java(
                """
                package org.web;
                public class Link {}
                package org.web;
                import java.util.*;
                public class Linked<K> {
                  private final List<Link> links = new ArrayList<>();
                  private String title;
                  private Optional<K> other;
                  public List<Link> getLinks() { return links; }
                  public Link getSelf() { return links.get(0); }
                  public String getTitle() { return title; }
                  public Optional<K> getOther() { return other; }
                }
                """);
    assertThat(row(project).fields())
        .extracting(Field::name)
        .contains("title", "other")
        .doesNotContain("links", "self");
  }

  @Test
  void readsTheOlderAnnotationPackages() {
    Project older =
        new Project(folder)
            .with("import jakarta.persistence.*;", "import javax.persistence.*;")
            .java(
                """
                package javax.persistence;
                public @interface Entity {}
                package javax.persistence;
                public @interface Id {}
                package javax.persistence;
                public @interface GeneratedValue {}
                package javax.persistence;
                public @interface Version {}
                package javax.persistence;
                public @interface Column { boolean nullable() default true; int length() default 255; }
                """);
    assertThat(older.check()).isEmpty();
    Shape row = row(older);
    assertThat(row.isEntity()).isTrue();
    assertThat(row.field("id").orElseThrow().roles()).hasToString("[KEY]");
    assertThat(row.field("code").orElseThrow().limits().maxLength()).hasValue(8);
  }

  @Test
  void anInterfaceIsReadWithWhatItInherits() {
    Project project =
        new Project(folder)
            .plan(
                """
                  Label:
                    model: Label
                    api: { LabelView: out }
                """)
            .java(
                """
                package coop.kiln.model;
                public interface Named { String name(); }
                package coop.kiln.model;
                public interface Label extends Named { int size(); }
                package coop.kiln.api;
                public record LabelView(String name, int size) {}
                """);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.run(OpenProject::generate).files())
        .filteredOn(file -> file.className().equals("LabelApiMapper"))
        .singleElement()
        .satisfies(
            file ->
                assertThat(file.text())
                    .contains("return new LabelView(label.name(), label.size());"));
  }

  @Test
  void qualifiesNamesThatOccurTwice() {
    Project twice =
        new Project(folder)
            .with(
                "    api: { GlazeView: out, NewGlaze: in }",
                "    api: { coop.kiln.api.Glaze: both }")
            .java(
                """
                package coop.kiln.api;
                public record Glaze(
                    String code, String name, boolean foodSafe, String finish, String note) {}
                """);
    assertThat(twice.check()).extracting(Finding::rule).containsOnly(RuleId.UNNAMED_TYPE);
    assertThat(twice.run(OpenProject::generate).files())
        .filteredOn(file -> file.className().equals("GlazeApiMapper"))
        .singleElement()
        .satisfies(
            file ->
                assertThat(file.text())
                    .contains("public Glaze toApiGlaze(coop.kiln.model.Glaze glaze)")
                    .contains("public coop.kiln.model.Glaze toModelGlaze(Glaze request)"));
    assertThat(twice.trial().routes())
        .hasSize(4)
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD));
  }

  @Test
  void typesOfOneNameInOneLayerHaveMethodsOfTheirOwn() {
    String fields = "String code, String name, boolean foodSafe, String finish, String note";
    Project twice =
        new Project(folder)
            .with(
                "api: { role: transfer, package: coop.kiln.api }",
                "api: { role: transfer, packages: [coop.kiln.api, coop.kiln.api.desk] }")
            .with(
                "    api: { GlazeView: out, NewGlaze: in }",
                "    api: { coop.kiln.api.GlazeView: out, coop.kiln.api.desk.GlazeView: out,"
                    + " DeskPages.GlazeView: out, NewGlaze: in }")
            .java(
                """
                package coop.kiln.api.desk;
                public record GlazeView(%1$s) {}
                package coop.kiln.api.desk;
                public interface DeskPages { record GlazeView(%1$s) {} }
                """
                    .formatted(fields));
    assertThat(twice.check()).extracting(Finding::message).isEmpty();
    assertThat(twice.trial().routes())
        .hasSizeGreaterThan(4)
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD));
  }

  /**
   * Each case: what a getter of a row without a setter returns; whether elements can be put there.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          marks                                             | true
          marks == null ? marks = new ArrayList<>() : marks | true
          marks != null ? marks : new ArrayList<>()         | true
          Collections.unmodifiableList(marks)               | false
          List.copyOf(marks)                                | false
          new ArrayList<>(marks)                            | false
          marks == null ? List.of() : List.copyOf(marks)    | false
          marks == null ? null : new ArrayList<>(marks)     | false
          marks.stream().toList()                           | false
          marks.stream().collect(Collectors.toList())       | false
          """)
  void aCopyIsNotFilled(String returned, boolean filled) throws IOException {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Mug:
                    db: Mug
                    api: { NewMug: in }
                    fields: [{ db: id, is: key, stays: the database's own }]
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                import java.util.*;
                import java.util.stream.*;
                @Entity
                public class Mug {
                  @Id @GeneratedValue Long id;
                  @ElementCollection @OrderColumn private List<String> marks = new ArrayList<>();
                  public List<String> getMarks() { return %s; }
                  public void addMark(String mark) { marks.add(mark); }
                }
                package coop.kiln.api;
                public record NewMug(java.util.List<String> marks) {}
                """
                    .formatted(returned));
    int findings = filled ? 0 : 1;
    assertThat(project.checkCompiled()).extracting(Finding::message).hasSize(findings);
    assertThat(project.check()).extracting(Finding::message).hasSize(findings);
  }

  /**
   * Each case: the field, the constructor, what the getter does, whether a mapper can add to it.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          marks = new ArrayList<>() |                          | return marks;                         | true
          marks                     | marks = new ArrayList<>(); | return this.marks;                  | true
          marks                     |                          | if (marks == null) { marks = new ArrayList<String>(); } return this.marks; | true
          marks                     |                          | return marks;                         | false
          marks = List.of()         |                          | return marks;                         | false
          marks = new java.util.concurrent.CopyOnWriteArrayList<>() | | return marks;                 | true
          marks                     | if (this.marks != null) { new MugView(); } | return marks;       | false
          marks = new ArrayList<>() |                          | return List.copyOf(marks);            | false
          marks = new ArrayList<>() |                          | return Collections.unmodifiableList(marks); | false
          """)
  void aCollectionThatIsAlwaysThereIsFilledThroughItsGetter(
      String field, @Nullable String constructor, String getter, boolean filled)
      throws IOException {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  model: { role: domain, package: coop.kiln.model }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Mug:
                    model: Mug
                    api: { MugView: out }
                """,
                """
                package coop.kiln.model;
                public record Mug(java.util.List<String> marks) {}
                package coop.kiln.api;
                import java.util.*;
                public class MugView {
                  private List<String> %s;
                  public MugView() { %s }
                  public List<String> getMarks() { %s }
                }
                """
                    .formatted(field, constructor == null ? "" : constructor, getter));
    assertThat(project.check().isEmpty()).isEqualTo(filled);
    assertThat(project.checkCompiled().isEmpty()).isEqualTo(filled);
    if (filled) {
      assertThat(Project.text(project.run(OpenProject::generate), "MugApiMapper"))
          .contains("Elements.add(mug.marks(), view.getMarks()::add);");
      assertHeld(project.trial());
    }
  }
}
