package dev.shelftwin.ledger;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Fields of a transfer type that is used in both directions, mapped in one of them only. */
class OneDirectionTest {

  private static final String PLAN =
      """
      shelf-twin: 1
      name: tags
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api:
          role: transfer
          package: coop.kiln.api
          accept: { leaked-key: clients use it }
          DEFAULT
      concepts:
        Tag:
          store: TagRow
          api: TagDto
          fields:
            - { store: id, is: key }
            - { store: pin, is: secret }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class TagRow {
        @Id @GeneratedValue public Long id;
        @Column(nullable = false) public String label;
        public String pin;
      }
      package coop.kiln.api;
      import jakarta.validation.constraints.NotNull;
      public class TagDto {
        public Long id;
        @NotNull public String label;
        public String pin;
      }
      """;

  private static final String KEY = "{ store: id, is: key }";
  private static final String PIN = "{ store: pin, is: secret }";

  @TempDir Path folder;

  /** The words in the rows of the concept, or as a default of the layer. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          { store: id, api: id, out-only: generated } | { store: pin, api: pin, is: secret, in-only: never shown } | ''
          { store: id, out-only: { TagDto: generated } } | { store: pin, is: secret, in-only: { api: never shown } } | ''
          '' | '' | fields: [{ field: id, out-only: generated }, { field: pin, in-only: never shown }]
          """)
  void goesInTheOtherDirectionOnly(String key, String pin, String byLayer) {
    String plan =
        PLAN.replace("DEFAULT", byLayer)
            .replace("- " + KEY, key.isEmpty() ? "" : "- " + key)
            .replace("- " + PIN, pin.isEmpty() ? "" : "- " + pin);
    String rows = byLayer.isEmpty() ? plan : plan.replaceFirst("(?s)    fields:\\s*$", "");
    Project project = new Project(folder).instead(rows, TYPES);
    assertThat(project.check()).isEmpty();
    String mapper = Project.text(project.run(OpenProject::generate), "TagApiMapper");
    assertThat(mapper).contains("view.id = row.id").contains("row.pin = request.pin");
    assertThat(mapper).doesNotContain("row.id = ").doesNotContain("view.pin = ");
    assertHeld(project.trial(7, 30));
  }
}
