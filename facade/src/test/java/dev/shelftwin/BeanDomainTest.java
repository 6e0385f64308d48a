package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A domain of beans: made of nothing, filled by setters, and silent about missing values. */
class BeanDomainTest {

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

  private Project project() {
    return new Project(folder).instead(PLAN, TYPES);
  }

  @Test
  void isCleanAndHoldsAsFarAsTimesGo() throws IOException {
    assertThat(project().check()).isEmpty();
    assertThat(project().warnings(project().run(ShelfTwin::generate))).isEmpty();
    assertThat(divergences(project()))
        .extracting(Divergence::field, divergence -> divergence.kind().key())
        .as("what only a table does to a time")
        .containsOnly(org.assertj.core.groups.Tuple.tuple("BatchRow.mixed", "rounded"));
  }

  @Test
  void whatTheBeanSetsItselfIsLeftAlone() {
    String mapper = Project.text(project().run(ShelfTwin::generate), "BatchApiMapper");
    assertThat(mapper).contains("batch.setMixed(Instant.now());").doesNotContain("setNotes");
  }

  @ParameterizedTest
  @CsvSource({
    "this.mixer = mixer;, , Batch.mixer, missing",
    "this.mixer = mixer;, this.mixer = label;, Batch.mixer, changed",
    "this.notes = notes;, this.notes = List.of();, Batch.notes, changed"
  })
  void aSetterThatKeepsSomethingElseIsNoticed(String keeps, String put, String field, String kind) {
    Project flawed = project().with("{ " + keeps + " }", "{ " + (put == null ? "" : put) + " }");
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
    TrialOptions options = new TrialOptions(7, 60, Set.of(), OptionalInt.empty(), true);
    TrialResult result = project.run(twin -> twin.trial(options));
    return result.routes().stream().flatMap(route -> route.divergences().stream()).toList();
  }
}
