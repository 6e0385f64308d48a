package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Trials;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.Divergence;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A domain of beans: made of nothing, filled by setters, and silent about missing values. */
public class BeanDomainTest {

  private static final String PLAN =
      Project.LAYERS.replace("role: domain,", "role: domain, unsaid: optional,")
          + """
        Batch:
          store: BatchRow
          model: Batch
          api: { BatchView: out, NewBatch: in }
          fields:
            - { store: id, is: key, stays: the store's own }
            - { model: mixed, given: { NewBatch: { from: java.time.Instant.now } } }
            - { model: notes, given: { NewBatch: { from: factory } } }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class BatchRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false) String label;
        String mixer;
        java.time.Instant mixed;
        @ElementCollection @OrderColumn List<String> notes = new ArrayList<>();
      }
      package coop.kiln.model;
      import java.util.*;
      public class Batch {
        private String label;
        private String mixer;
        private java.time.Instant mixed;
        private List<String> notes = new ArrayList<>();
        public String getLabel() { return label; }
        public void setLabel(String label) { this.label = label; }
        public String getMixer() { return mixer; }
        public void setMixer(String mixer) { this.mixer = mixer; }
        public java.time.Instant getMixed() { return mixed; }
        public void setMixed(java.time.Instant mixed) { this.mixed = mixed; }
        public List<String> getNotes() { return notes; }
        public void setNotes(List<String> notes) { this.notes = notes; }
      }
      package coop.kiln.api;
      public record BatchView(
          String label, String mixer, java.time.Instant mixed, java.util.List<String> notes) {}
      package coop.kiln.api;
      public record NewBatch(String label, String mixer) {}
      """;

  @TempDir Path folder;

  public static Project project(Path folder) {
    return new Project(folder).instead(PLAN, TYPES);
  }

  @Test
  void isCleanAndHolds() throws IOException {
    Tried tried = project(folder).tried(7, 60);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
  }

  @Test
  void doesNotSetWhatTheBeanSetsItself() {
    String mapper = Project.text(project(folder).run(OpenProject::generate), "BatchApiMapper");
    assertThat(mapper).contains("batch.setMixed(Instant.now());").doesNotContain("setNotes");
  }

  @ParameterizedTest
  @CsvSource({
    "this.mixer = mixer;, , Batch.mixer, missing",
    "this.mixer = mixer;, this.mixer = label;, Batch.mixer, changed",
    "this.notes = notes;, this.notes = List.of();, Batch.notes, changed"
  })
  void findsASetterThatStoresAnotherValue(String keeps, String put, String field, String kind) {
    Project flawed =
        project(folder).with("{ " + keeps + " }", "{ " + (put == null ? "" : put) + " }");
    assertThat(divergences(flawed))
        .anySatisfy(
            divergence -> {
              assertThat(divergence.field()).startsWith(field);
              assertThat(divergence.kind().key()).isEqualTo(kind);
            });
  }

  @Test
  void aRecordThatTakesAValueDoesNotSetItItself() {
    Project project =
        new Project(folder).row("{ model: finish, given: { NewGlaze: { from: factory } } }");
    assertThat(project.check())
        .extracting(Finding::message)
        .contains(
            "Glaze.finish has no source in NewGlaze: new Glaze(code, name, foodSafe, finish, note)"
                + " requires it, so the factory cannot set it itself.");
  }

  private static List<Divergence> divergences(Project project) {
    return Trials.divergences(project.trial());
  }
}
