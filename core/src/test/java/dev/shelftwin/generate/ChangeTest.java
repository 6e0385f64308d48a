package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Requests that mention only what shall be different. */
public class ChangeTest {

  @TempDir Path folder;

  private static final String CHANGE =
      """
      package coop.kiln.api;
      import java.util.*;
      public record ChangeGlaze(
          Optional<String> name,
          Boolean foodSafe,
          Optional<String> finish,
          Optional<String> note,
          List<String> tags,
          Optional<Integer> cone) {}
      """;

  public static Project glazes(Path folder) {
    return new Project(folder)
        .with("NewGlaze: in }", "NewGlaze: in, ChangeGlaze: change }")
        .with(
            "String note;",
            "String note;\n  Integer cone;\n  @Column(length = 300) @OrderColumn @ElementCollection List<String> tags = new ArrayList<>();")
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    List<String> tags,\n    OptionalInt cone) {}")
        .with(
            "public record GlazeView(",
            "public record GlazeView(\n    List<String> tags,\n    Integer cone,")
        .with(
            "public record NewGlaze(",
            "public record NewGlaze(\n    List<String> tags,\n    Integer cone,")
        .java(CHANGE)
        .importing("java.util.*");
  }

  @Test
  void aChangeRequestCreatesAnotherDomainObject() throws Exception {
    Project project = glazes(folder);
    assertThat(project.check()).isEmpty();
    Generated generated = project.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeApiMapper"))
        .contains("public Glaze applyTo(Glaze glaze, ChangeGlaze change) {")
        .contains("collector.replaced(\"name\", glaze.name(), change.name())")
        .contains(
            "collector.replaced(\"finish\", glaze.finish(), change.finish(),"
                + " value -> Constants.named(Finish.class, value))")
        .contains("collector.changed(\"foodSafe\", glaze.foodSafe(), change.foodSafe())")
        .contains("collector.replacedOrCleared(\"note\", glaze.note().orElse(null), change.note())")
        .contains("return new Glaze( glaze.code(), name,");
    assertThat(project.warnings(generated)).isEmpty();
    assertHeld(project.trial(3, 60)).contains(List.of("ChangeGlaze", "Glaze"));
  }

  @Test
  void aBuilderReceivesUnchangedFields() {
    Project built =
        glazes(folder)
            .java(
                """
                package coop.kiln.model;
                public final class Tile {
                  private final String tag;
                  private final int size;
                  private Tile(String tag, int size) { this.tag = tag; this.size = size; }
                  public String tag() { return tag; }
                  public int size() { return size; }
                  public static Builder builder() { return new Builder(); }
                  public static final class Builder {
                    private String tag;
                    private int size;
                    private Builder() {}
                    public Builder tag(String tag) { this.tag = tag; return this; }
                    public Builder size(int size) { this.size = size; return this; }
                    public Tile build() { return new Tile(tag, size); }
                  }
                }
                package coop.kiln.api;
                public record ResizeTile(int size) {}
                """)
            .plan("  Tile: { model: Tile, api: { ResizeTile: change } }\n");
    assertThat(built.check()).isEmpty();
    assertThat(Project.text(built.run(OpenProject::generate), "TileApiMapper"))
        .contains("Tile.builder() .tag(tile.tag()) .size(size)");
    assertThat(built.trial().routes())
        .filteredOn(route -> route.concept().equals("Tile"))
        .singleElement()
        .satisfies(route -> assertThat(route.outcome()).isEqualTo(Outcome.HELD));
  }

  @Test
  void onePartAloneDoesNotFillAField() {
    Project parts =
        glazes(folder)
            .plan(
                """
                  Tile:
                    model: Tile
                    api: { ResizeTile: change }
                    fields:
                      - { model: size, api: { height: tall, width: wide } }
                """)
            .java(
                """
                package coop.kiln.model;
                public record Size(int height, int width) {}
                package coop.kiln.model;
                public record Tile(String tag, Size size) {}
                package coop.kiln.api;
                public record ResizeTile(Integer tall, Integer wide) {}
                """);
    assertThat(parts.check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .contains("unfilled-field Tile.size");
    assertThat(parts.run(OpenProject::generate).unwritten())
        .extracting(Generated.Unwritten::reason)
        .containsExactly("Tile.size has no source");
  }

  @Test
  void aChangeRequestChangesTheRow() throws Exception {
    Project two =
        glazes(folder)
            .with("  model: { role: domain, package: coop.kiln.model }\n", "")
            .with("    model: Glaze\n", "")
            .with("- { model: name, store: label }", "- { store: label, api: name }")
            .with("String code;", "public String code;")
            .with("String label;", "public String label;")
            .with("  boolean foodSafe;", "  public boolean foodSafe;")
            .with("String finish;", "public String finish;")
            .with("String note;", "public String note;")
            .with("Integer cone;", "public Integer cone;")
            .with("List<String> tags = new", "public List<String> tags = new")
            .with("protected GlazeRow() {}", "public GlazeRow() {}");
    assertThat(two.check()).isEmpty();
    Generated generated = two.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeApiMapper"))
        .contains("public void applyTo(GlazeRow row, ChangeGlaze change) {")
        .contains("collector.throwIfAny(); ")
        .contains("row.label = name;");
    assertThat(two.warnings(generated)).isEmpty();
    assertThat(two.trial().held()).isTrue();
  }
}
