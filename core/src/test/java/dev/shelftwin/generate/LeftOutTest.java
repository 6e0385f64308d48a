package dev.shelftwin.generate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** If a field cannot be mapped, only the hops that need it are not generated. */
class LeftOutTest {

  @TempDir Path folder;

  private static final String PLAN =
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
          api: { NewMug: in, MugView: out, MugCard: out }
        Set:
          model: MugSet
          api: { SetView: out, SetCard: out }
      """;

  private static final String TYPES =
      """
      package coop.kiln.model;
      public record Mug(String code, int size) {}
      package coop.kiln.model;
      public record MugSet(String name, java.util.List<Mug> mugs) {}
      package coop.kiln.api;
      public record NewMug(@jakarta.validation.constraints.NotNull String code, int size) {}
      package coop.kiln.api;
      public record MugView(String code, int size) {}
      package coop.kiln.api;
      public record MugCard(String code, int size, int price) {}
      package coop.kiln.api;
      public record SetView(String name, java.util.List<MugView> mugs) {}
      package coop.kiln.api;
      public record SetCard(String name, java.util.List<MugCard> mugs) {}
      """;

  @Test
  void onlyTheHopsThatNeedAFieldWithoutASourceAreLeftOut() {
    Project project = new Project(folder).instead(PLAN, TYPES);
    Generated generated = project.run(OpenProject::generate);
    assertThat(generated.unwritten())
        .extracting(Generated.Unwritten::hop, Generated.Unwritten::reason)
        .containsExactly(
            tuple("Mug->MugCard", "MugCard.price has no source"),
            tuple("MugSet->SetCard", "it needs Mug->MugCard, which cannot be written"));
    assertThat(Project.text(generated, "MugApiMapper"))
        .contains("MugView toMugView(Mug mug)", "Mug toMug(NewMug request)")
        .doesNotContain("MugCard");
    assertThat(project.trial().routes())
        .extracting(route -> String.join("->", route.route()), route -> route.outcome())
        .containsExactly(
            tuple("NewMug->Mug", Outcome.HELD),
            tuple("Mug->MugView", Outcome.HELD),
            tuple("Mug->MugCard", Outcome.REFUSED),
            tuple("MugSet->SetView", Outcome.HELD),
            tuple("MugSet->SetCard", Outcome.REFUSED));
  }
}
