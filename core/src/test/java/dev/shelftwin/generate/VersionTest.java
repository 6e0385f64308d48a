package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Versions of rows that a domain or a caller has seen: an update refuses a row of another one. */
class VersionTest {

  /** A note whose version is seen outside; the row's column is declared by each case. */
  private static final String NOTES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class NoteRow {
        @Id @GeneratedValue Long id;
        @Version %s
        @Column(nullable = false, length = 60) String text;
        protected NoteRow() {}
      }
      package coop.kiln.api;
      public record NoteView(String text, %s version) {}
      """;

  @TempDir Path folder;

  private Project notes(String column, String inDomain, String outside) {
    return new Project(folder)
        .instead(
            Project.LAYERS
                + """
                  Note:
                    store: NoteRow
                    model: Note
                    api: { NoteView: both }
                    fields:
                """,
            NOTES.formatted(column, outside)
                + "package coop.kiln.model;\n"
                + "public record Note(String text, "
                + inDomain
                + " version) {}\n")
        .row("{ model: version, accept: { leaked-version: callers send it back } }");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "long version;|long|long|row.version, note.version()|row.version = note.version();",
        "Integer version;|Integer|String|row.version, note.version()|row.version = note.version();",
        "java.time.Instant version;|java.time.Instant|String|row.version, note.version()"
            + "|row.version = note.version();",
        "private long version; long getVersion() { return version; }|long|long"
            + "|row.getVersion(), note.version()|row.text = note.text(); return row;",
        "private long version; long getVersion() { return version; }|String|String"
            + "|row.getVersion(), collector.optional(\"version\", note.version(), Long::valueOf)"
            + "|row.text = note.text(); return row;",
      })
  void aRowThatSomebodyHasChangedIsNotUpdated(
      String column, String inDomain, String outside, String compared, String created) {
    Tried tried = notes(column, inDomain, outside).tried(3, 40);
    assertThat(tried.findings())
        .filteredOn(finding -> finding.rule() != RuleId.LOSSY_CONVERSION) // a text as a number
        .extracting(Finding::message)
        .isEmpty();
    assertThat(tried.text("NoteStoreMapper"))
        .contains("collector.unchanged(\"version\", " + compared + "); row.text = note.text(); }")
        .contains("A row of another version is refused.")
        .contains(created);
    assertHeld(tried.trial());
  }

  /** A row of the plan that pairs the two is not out of date. */
  @Test
  void theRowMayCallItsVersionOtherwise() {
    Tried tried =
        notes("private long lock; long getLock() { return lock; }", "long", "long")
            .with(
                "{ model: version, accept: { leaked-version: callers send it back } }",
                "{ model: version, store: lock, accept: { leaked-version: callers send it back } }")
            .tried(3, 20);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.text("NoteStoreMapper"))
        .contains("collector.unchanged(\"version\", row.getLock(), note.version());");
    assertHeld(tried.trial());
  }

  @Test
  void requestsAreComparedWithTheRowToo() {
    Tried tried =
        new Project(folder)
            .instead(
                Project.LAYERS.replace("  model: { role: domain, package: coop.kiln.model }\n", "")
                    + """
                      Note:
                        store: NoteRow
                        api: { NoteView: both, ChangeNote: change }
                        fields:
                    """,
                NOTES
                        .formatted("long version;", "long")
                        .replace("@Id", "@Id public")
                        .replace("@Version", "@Version public")
                        .replace("String text;", "public String text;")
                        .replace("protected", "public")
                    + "package coop.kiln.api;\npublic record ChangeNote(String text, long version) {}\n")
            .row("{ api: version, accept: { leaked-version: callers send it back } }")
            .tried(5, 40);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.text("NoteApiMapper"))
        .contains("collector.unchanged(\"version\", row.version, change.version());")
        .contains("collector.unchanged(\"version\", row.version, request.version());");
    assertHeld(tried.trial());
  }

  /** They change with their parent, and need not keep their places in it. */
  @Test
  void childRowsAreNotCompared() {
    Tried tried =
        notes("long version;", "long", "long")
            .with(
                "String text;\n",
                "String text;\n  @OneToMany(cascade = CascadeType.ALL)"
                    + " @JoinColumn @OrderColumn java.util.List<LineRow> lines;\n")
            .with("Note(String text,", "Note(String text, java.util.List<Line> lines,")
            .with("NoteView(String text,", "NoteView(String text, java.util.List<LineView> lines,")
            .java(
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class LineRow {
                  @Id @GeneratedValue Long id;
                  @Version long version;
                  @Column(nullable = false, length = 60) String text;
                  protected LineRow() {}
                }
                package coop.kiln.model;
                public record Line(String text, long version) {}
                package coop.kiln.api;
                public record LineView(String text, long version) {}
                """)
            .plan(
                """
                  Line:
                    store: LineRow
                    model: Line
                    api: { LineView: both }
                    fields:
                      - { model: version, accept: { leaked-version: callers send it back } }
                """)
            .tried(7, 40);
    assertThat(tried.text("LineStoreMapper")).doesNotContain("unchanged");
    assertHeld(tried.trial());
  }
}
