package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names, packages and annotations of mappers, set once for the whole plan. */
class MapperStyleTest {

  @TempDir Path folder;

  private static final String STYLE =
      """
      mappers:
        name: "{layer}{concept}Carrier"
        package: coop.kiln.carriers.{layer}
        on-class: coop.kiln.Wired
        on-constructor: coop.kiln.Handed
      layers:
      """;

  private Project glazes() {
    return new Project(folder)
        .with("layers:\n", STYLE)
        .with(
            "@Id @GeneratedValue Long id;",
            "@Id @GeneratedValue Long id;\n  @ManyToOne(optional = false) public ShopRow shop;")
        .with("String code;", "public String code;")
        .with("String label;", "public String label;")
        .with("  boolean foodSafe;", "  public boolean foodSafe;")
        .with("String finish;", "public String finish;")
        .with("String note;", "public String note;")
        .with("protected GlazeRow() {}", "public GlazeRow() {}")
        .with("Optional<String> note) {}", "Optional<String> note,\n    long shop) {}")
        .with("public record GlazeView(", "public record GlazeView(\n    long shop,")
        .with("public record NewGlaze(", "public record NewGlaze(\n    long shop,")
        .row("{ model: shop, store: shop.number }")
        .java(
            """
            package coop.kiln.store;
            import jakarta.persistence.*;
            @Entity
            public class ShopRow {
              @Id @GeneratedValue Long id;
              @Column(unique = true, nullable = false) public long number;
            }
            package coop.kiln;
            public @interface Wired {}
            package coop.kiln;
            public @interface Handed {}
            """);
  }

  @Test
  void mappersOfTypesThatNobodyElseSeesAreHiddenToo() {
    Project hidden =
        new Project(folder)
            .with("layers:\n", "mappers: { visibility: package }\nlayers:\n")
            .with("public class GlazeRow {", "class GlazeRow {")
            .with("public record GlazeView(", "record GlazeView(")
            .with("public record NewGlaze(", "record NewGlaze(");
    Tried tried = hidden.tried(1, 20);
    assertThat(tried.warnings()).isEmpty();
    assertThat(Project.text(tried.generated(), "GlazeApiMapper"))
        .contains(" final class GlazeApiMapper {")
        .doesNotContain("public final class");
    assertHeld(tried.trial()).hasSize(4);
  }

  @Test
  void whatAMapperElsewhereCannotReachIsSaidOnceForEachDirection() {
    Project elsewhere =
        new Project(folder)
            .with("layers:\n", "mappers: { package: coop.kiln.maps }\nlayers:\n")
            .with("protected GlazeRow() {}", "public GlazeRow() {}");
    assertThat(elsewhere.check())
        .filteredOn(finding -> finding.message().contains("GlazeRow.note"))
        .extracting(Finding::message)
        .containsExactlyInAnyOrder(
            "Glaze.note goes nowhere, because the mapper cannot set GlazeRow.note.",
            "The mapper cannot read GlazeRow.note.");
  }

  @Test
  void aPatternHoldsForEveryMapper() throws Exception {
    Project project = glazes();
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    Generated generated = project.run(OpenProject::generate);
    assertThat(generated.files())
        .extracting(SourceFile::qualifiedName)
        .containsExactlyInAnyOrder(
            "coop.kiln.carriers.store.StoreGlazeCarrier", "coop.kiln.carriers.api.ApiGlazeCarrier");
    String store = Project.text(generated, "StoreGlazeCarrier");
    assertThat(store)
        .contains("@Wired public final class StoreGlazeCarrier {")
        .contains("@Handed public StoreGlazeCarrier(Function<Long, ShopRow> findShopRow) {");
    assertThat(project.warnings(generated)).isEmpty();
    assertThat(project.trial().held()).isTrue();
  }

  @Test
  void fromAnotherPackageOnlyWhatIsPublicCanBeUsed() {
    Project hidden = glazes().with("public String label;", "String label;");
    assertThat(hidden.check()).extracting(finding -> finding.rule().key()).contains("lost-field");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '^',
      value = {
        "{layer}{concept}Carrier       | Carrier{layer}    | names no class for each concept",
        "{layer}{concept}Carrier       | {concept}-mapper  | names no class for each concept",
        "coop.kiln.carriers.{layer}    | '{package}..x'    | '{package}..x' is no package",
        "on-class: coop.kiln.Wired     | on-type: x        | 'mappers' has no 'on-type'",
      })
  void reportsAnInvalidPattern(String find, String put, String message) {
    Project wrong = glazes().with(find, put);
    assertThatThrownBy(wrong::check)
        .isInstanceOf(InputException.class)
        .hasMessageContaining(message);
  }

  @Test
  void mappersOfTwoLayersMustBeApart() {
    Project one =
        glazes()
            .with("{layer}{concept}Carrier", "{concept}Carrier")
            .with("coop.kiln.carriers.{layer}", "coop.kiln.carriers");
    assertThatThrownBy(one::check)
        .isInstanceOf(InputException.class)
        .hasMessageContaining("the mappers of store and model have the same names");
  }

  @Test
  void anAnnotationThatTheCodeLacksIsFound() {
    assertThat(glazes().with("on-class: coop.kiln.Wired", "on-class: coop.kiln.Wierd").check())
        .extracting(Finding::message)
        .containsExactly("The code has no annotation 'coop.kiln.Wierd'");
  }
}
