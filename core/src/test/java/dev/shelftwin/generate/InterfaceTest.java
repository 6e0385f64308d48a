package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Interfaces as types of a layer: their getters are fields, and they are sampled. */
class InterfaceTest {

  private static final String PLAN =
      Project.LAYERS
          + """
        Repair:
          model: Repair
          api: { RepairView: out }
      """;

  private static final String JAVA =
      """
      package coop.kiln.model;
      public interface Named { String getName(); }
      package coop.kiln.model;
      public interface Repair extends Named {
        boolean isKept();
        int hours();
        default String getLabel() { return getName() + " (" + hours() + " h)"; }
        default boolean isLongerThan(int limit) { return hours() > limit; }
      }
      package coop.kiln.api;
      public record RepairView(String name, boolean kept, int hours, String label) {}
      """;

  @TempDir Path folder;

  @Test
  void gettersAreMappedAndSampled() {
    Tried tried = new Project(folder).instead(PLAN, JAVA).tried(3, 40);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertThat(tried.text("RepairApiMapper"))
        .contains("repair.getName(), repair.isKept(), repair.hours(), repair.getLabel()");
    assertHeld(tried.trial()).hasSize(1);
  }

  @Test
  void reportsGettersThatReachNothing() {
    String view = "RepairView(String name, boolean kept, int hours, String label)";
    Project project =
        new Project(folder).instead(PLAN, JAVA.replace(view, "RepairView(String name)"));
    assertThat(project.check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactlyInAnyOrder(
            "lost-field Repair.kept", "lost-field Repair.hours", "lost-field Repair.label");
  }

  @Test
  void anInterfaceThatOnlyComesInCannotBeCreated() {
    Project project =
        new Project(folder).instead(PLAN.replace("RepairView: out", "RepairView: in"), JAVA);
    assertThat(project.check())
        .extracting(Finding::message)
        .containsExactly(
            "Repair has no constructor or factory method that code in coop.kiln.api can call.");
    assertThat(project.run(open -> open.generate()).files()).isEmpty();
  }
}
