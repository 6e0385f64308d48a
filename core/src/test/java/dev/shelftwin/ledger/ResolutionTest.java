package dev.shelftwin.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.testkit.MemoryShapes;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which creator is selected, and which words of the plan have an effect. */
class ResolutionTest {

  private static final String LOGINS =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class LoginRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false, length = 8) String code;
        @Column(nullable = false, length = 60) String hash;
        protected LoginRow() {}
      }
      package coop.kiln.model;
      public final class Login {
        private final String code;
        private final String hash;
        public Login(String code, String hash) {
          this.code = code;
          this.hash = hash;
        }
        public static Login register(String code, String pin) {
          return new Login(code, "#" + pin.hashCode());
        }
        public String code() { return code; }
        public String hash() { return hash; }
      }
      package coop.kiln.api;
      public record NewLogin(String code) {}
      """;

  private static final String PLAN =
      Project.LAYERS
          + """
        Login:
          store: LoginRow
          model: Login
          api: { NewLogin: in }
          fields:
      """;

  @TempDir Path folder;

  private Project logins(String... rows) {
    Project project = new Project(folder).instead(PLAN, LOGINS);
    for (String row : rows) {
      project.row(row);
    }
    return project;
  }

  private static Creator creator(Ledger ledger, String from) {
    return ledger.concepts().get(0).hops().stream()
        .filter(hop -> hop.hop().from().label().equals(from))
        .flatMap(hop -> hop.creator().stream())
        .findFirst()
        .orElseThrow();
  }

  @Test
  void selectsTheFactoryWhoseMissingValueTheCallerPasses() {
    Project project =
        logins(
            "{ model: pin, given: { NewLogin: { from: caller } } }",
            "{ model: hash, given: { NewLogin: { from: factory } } }");
    Ledger ledger = project.run(OpenProject::ledger);
    assertThat(creator(ledger, "NewLogin").label()).isEqualTo("Login.register");
    assertThat(creator(ledger, "LoginRow").label()).isEqualTo("new Login");
    assertThat(project.check()).isEmpty();
  }

  @Test
  void reportsGivenValuesThatOnlyARejectedCreatorNeeds() {
    Project project =
        logins(
            "{ model: hash, given: { NewLogin: { from: caller } } }",
            "{ model: pin, given: { NewLogin: { from: caller } } }");
    assertThat(project.check())
        .filteredOn(finding -> finding.rule().key().equals("stale-row"))
        .singleElement()
        .satisfies(finding -> assertThat(finding.at().text()).contains("{ model: pin"));
  }

  @Test
  void theSamePlanGivesEqualLedgers() {
    Project project = logins("{ model: pin, given: { NewLogin: { from: caller } } }");
    Ledger first = project.run(OpenProject::ledger);
    Ledger second = project.run(OpenProject::ledger);
    assertThat(second).isEqualTo(first).isNotSameAs(first);
    List<HopLedger> hops = second.concepts().get(0).hops();
    assertThat(hops).isEqualTo(first.concepts().get(0).hops());
  }

  /** A workshop and its tables: one of the concepts needs the other. */
  @ParameterizedTest
  @ValueSource(strings = {"Workshop Table", "Table Workshop"})
  void theOrderOfConceptsDoesNotMatter(String concepts) {
    Shapes shapes =
        new MemoryShapes()
            .record("coop.model.Workshop", "String name", "coop.model.Table best")
            .record("coop.model.Table", "int seats")
            .record("coop.api.WorkshopView", "String name", "coop.api.TableView best")
            .record("coop.api.TableView", "int seats");
    StringBuilder plan =
        new StringBuilder(
            """
            shelf-twin: 1
            name: workshops
            layers:
              model: { role: domain, package: coop.model }
              api: { role: transfer, package: coop.api }
            concepts:
            """);
    for (String concept : concepts.split(" ")) {
      plan.append("  %1$s: { model: %1$s, api: { %1$sView: out } }\n".formatted(concept));
    }
    Ledger ledger = LedgerBuilder.build(PlanReader.read("plan.yaml", plan.toString()), shapes);
    assertThat(ledger.unknownNames()).isEmpty();
    assertThat(ledger.concept("Workshop").orElseThrow().hops())
        .singleElement()
        .extracting(ResolutionTest::kinds)
        .isEqualTo(List.of("Carried", "Converted"));
    assertThat(ledger.concept("Table").orElseThrow().hops())
        .singleElement()
        .extracting(ResolutionTest::kinds)
        .isEqualTo(List.of("Carried"));
  }

  private static List<String> kinds(HopLedger hop) {
    return hop.mappings().stream().map(mapping -> mapping.getClass().getSimpleName()).toList();
  }

  /** A remedy changes the text of the plan, whatever style its rows are written in. */
  @Test
  void remediesChangeRowsOfEveryStyle() throws Exception {
    for (String style :
        List.of(
            "      - { model: name, store: label }\n      - { model: id, is: identity }\n",
            "      - { model: name,\n          store: label }\n      - { model: id,\n          is: identity }\n",
            "      - model: name\n        store: label\n      - model: id\n        is: identity\n")) {
      String plan = Project.PLAN.substring(0, Project.PLAN.indexOf("      - {")) + style;
      Project project =
          new Project(folder)
              .instead(
                  plan,
                  Project.GLAZES
                      .replace("    GlazeCode code,", "    Optional<Long> id,\n    GlazeCode code,")
                      .replace("public record GlazeView(", "public record GlazeView(\n    Long id,")
                      .replace("public record NewGlaze(", "public record NewGlaze(\n    Long id,"));
      for (int round = 0; round < 8; round++) {
        List<Finding> findings = project.check();
        if (findings.isEmpty()) {
          break;
        }
        String text = Files.readString(project.planFile());
        String changed =
            findings.get(0).remedies().stream()
                .flatMap(remedy -> remedy.edit().stream())
                .findFirst()
                .orElseThrow()
                .applyTo(text);
        PlanReader.read("plan.yaml", changed);
        project.instead(
            changed,
            Project.GLAZES
                .replace("    GlazeCode code,", "    Optional<Long> id,\n    GlazeCode code,")
                .replace("public record GlazeView(", "public record GlazeView(\n    Long id,")
                .replace("public record NewGlaze(", "public record NewGlaze(\n    Long id,"));
      }
      assertThat(project.check()).as(style).isEmpty();
    }
  }
}
