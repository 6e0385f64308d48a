package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.Versioned;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** The product's own entry over projects that tests write inline. */
final class Twins {

  private Twins() {}

  /** What the plans of these projects leave open. */
  static CodeOptions code() {
    List<Path> classPath = new ArrayList<>(Project.classPath());
    classPath.add(Project.jarOf(ObjectMapper.class));
    classPath.add(Project.jarOf(Versioned.class));
    return new CodeOptions(List.of(), List.of(), classPath);
  }

  /** What the ledger shows as lost is what the check finds, in both directions. */
  static void assertLossesAreTold(ShelfTwin twin, List<Finding> findings) {
    List<String> lost = new ArrayList<>();
    for (ConceptLedger concept : twin.ledger().concepts()) {
      for (HopLedger hop : concept.hops()) {
        hop.mappings().stream()
            .filter(FieldMapping.Lost.class::isInstance)
            .flatMap(mapping -> mapping.sources().stream())
            .forEach(field -> lost.add(hop.hop() + " " + hop.hop().from().path(field)));
      }
    }
    assertThat(findings.stream().filter(finding -> finding.rule() == RuleId.LOST_FIELD))
        .extracting(finding -> finding.hop().orElseThrow() + " " + finding.field().orElseThrow())
        .containsExactlyInAnyOrderElementsOf(lost);
  }

  static <T> T run(Project project, Function<ShelfTwin, T> use) {
    project.write();
    try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code())) {
      return use.apply(twin);
    }
  }
}
