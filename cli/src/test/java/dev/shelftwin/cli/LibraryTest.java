package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanBuilder;
import dev.shelftwin.shape.Role;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The library, used as the documentation shows. */
class LibraryTest {

  @Test
  void aPlanIsCheckedGeneratedAndTried() {
    Path plan = Path.of("../examples/first-steps/shelf-twin.yaml");
    try (ShelfTwin twin = ShelfTwin.open(plan)) {
      List<Finding> findings = twin.check().findings();
      Generated mappers = twin.generate();
      TrialResult trial = twin.trial(TrialOptions.defaults());
      assertThat(findings).isEmpty();
      assertThat(mappers.files()).hasSize(1);
      assertThat(trial.held()).isTrue();
    }
  }

  @Test
  void aPlanIsWrittenInJava() {
    Path folder = Path.of("../examples/kiln");
    Plan plan =
        PlanBuilder.named("kiln-cooperative")
            .sources("src/main/java")
            .classPath("target/class-path.txt")
            .layer("store", Role.PERSISTENCE, "coop.kiln.store")
            .layer("model", Role.DOMAIN, "coop.kiln.model")
            .concept("Member")
            .shape("store", "MemberRow")
            .shape("model", "Member")
            .row(row -> row.field("model", "email").field("store", "emailAddress"))
            .build();
    try (ShelfTwin twin = ShelfTwin.open(plan, folder)) {
      assertThat(twin.ledger().concepts()).hasSize(1);
    }
  }
}
