package dev.shelftwin.report;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.PlanEdit;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Findings for other tools, and for comments on changes. */
class FindingFormatsTest {

  @TempDir Path folder;

  /** A field that is lost on the way out. */
  private Project project() {
    return new Project(folder)
        .with(
            "String finish,\n    String note) {}\npackage coop.kiln.api;",
            "String finish) {}\npackage coop.kiln.api;");
  }

  private String sarif(Project project) {
    Plan plan = PlanReader.read(project.write().planFile());
    return SarifReport.of(plan, project.check(), folder, "1.2.3");
  }

  @Test
  void resultsAreValidAndKeepTheirFingerprintsWhereLinesMove() throws IOException {
    String text = sarif(project());
    try (InputStream schema = getClass().getResourceAsStream("/schema/sarif-schema-2.1.0.json")) {
      Schema standard =
          SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_7)
              .getSchema(new String(schema.readAllBytes(), StandardCharsets.UTF_8));
      assertThat(standard.validate(text, InputFormat.JSON)).isEmpty();
    }
    JsonNode run = new ObjectMapper().readTree(text).at("/runs/0");
    JsonNode lost = run.at("/results/0");
    assertThat(lost.at("/ruleId").asText()).isEqualTo("lost-field");
    assertThat(run.at("/tool/driver/rules/" + lost.at("/ruleIndex").asInt() + "/id").asText())
        .isEqualTo("lost-field");
    assertThat(lost.at("/message/text").asText()).startsWith("Glaze.note has no counterpart");
    assertThat(lost.at("/locations/0/physicalLocation/artifactLocation/uri").asText())
        .isEqualTo("src/coop/kiln/model/Glaze.java");
    assertThat(lost.at("/locations/0/physicalLocation/region/startLine").asInt()).isEqualTo(8);
    String later = sarif(project().with("public record Glaze(", "// moved\npublic record Glaze("));
    assertThat(fingerprints(later)).isEqualTo(fingerprints(text)).doesNotHaveDuplicates();
  }

  private static List<String> fingerprints(String sarif) throws IOException {
    List<String> all = new ArrayList<>();
    new ObjectMapper()
        .readTree(sarif)
        .at("/runs/0/results")
        .forEach(result -> all.add(result.at("/partialFingerprints").toString()));
    return all;
  }

  /** What another tool does with a fix is what we mean. */
  @Test
  void aFixIsAnEditOfThePlan() throws IOException {
    JsonNode result = new ObjectMapper().readTree(sarif(project())).at("/runs/0/results/0");
    JsonNode replacement = result.at("/fixes/0/artifactChanges/0/replacements/0");
    PlanEdit edit =
        new PlanEdit(
            "",
            replacement.at("/deletedRegion/startLine").asInt(),
            replacement.at("/deletedRegion/startColumn").asInt(),
            replacement.at("/insertedContent/text").asText());
    assertThat(edit.text()).contains("note").contains("stays");
    assertThat(result.at("/fixes/0/artifactChanges/0/artifactLocation/uri").asText())
        .isEqualTo("shelf-twin.yaml");
  }

  @Test
  void aCommentShowsPlacesRemediesAndWhatIsLeftOut() {
    List<Finding> findings = project().check();
    String text = MarkdownReport.of("kiln *new*", findings, List.of("2 not asked for"), folder);
    assertThat(text)
        .startsWith("### Shelf Twin: kiln \\*new\\*\n\n1 error, 0 warnings; 2 not asked for\n")
        .contains(
            "- **error** `lost-field` Glaze.note has no counterpart in GlazeView.<br>`src/coop/kiln/model/Glaze.java:8`")
        .contains("  - or say why it is not mapped: `- { model: note,");
    List<Finding> many = new ArrayList<>();
    for (int count = 0; count < 60; count++) {
      many.add(findings.get(0));
    }
    assertThat(MarkdownReport.of("kiln", many, List.of(), folder))
        .endsWith("10 more are not shown here: `shelf-twin check` shows all.\n");
    assertThat(MarkdownReport.of("kiln", List.of(), List.of(), folder)).contains("Nothing found");
  }
}
