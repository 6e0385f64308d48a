package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What may be refused, and what is never sent. */
class RefusedTest {

  @TempDir Path folder;

  @Test
  void refusalsAreCountedByReason() {
    TrialResult trial =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                """
                Optional<String> note) {
                  public Glaze {
                    if (name.length() % 2 == 0) {
                      throw new IllegalArgumentException("names are odd, not " + name.length());
                    }
                  }
                }
                """)
            .trial();
    assertHeld(trial);
    assertThat(trial.routes())
        .flatExtracting(RouteResult::refusals)
        .extracting(Refusal::by, one -> one.example().replaceAll("\\d+", "N"))
        .contains(
            tuple("new Glaze", "new Glaze: names are odd, not N"),
            tuple("NewGlaze", "NewGlaze: names are odd, not N"),
            tuple("GlazeRow", "GlazeRow: names are odd, not N"));
    assertThat(trial.routes())
        .allSatisfy(
            route ->
                assertThat(route.refusals().stream().mapToInt(Refusal::count).sum())
                    .isEqualTo(route.refused()));
  }

  /** Only its setter can give such a field different values. */
  @Test
  void aFieldOfTheDomainThatOnlyASetterFillsIsSent() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.model;
                public class Label {
                  private final String text;
                  private String colour;
                  public Label(String text) { this.text = text; }
                  public String getText() { return text; }
                  public String getColour() { return colour; }
                  public void setColour(String colour) { this.colour = colour; }
                }
                package coop.kiln.api;
                public record LabelView(String text, String colour) {}
                """)
            .with("concepts:\n", "concepts:\n  Label: { model: Label, api: { LabelView: out } }\n");
    assertHeld(project.trial());
  }
}
