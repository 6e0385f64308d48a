package dev.shelftwin.observe;

import dev.shelftwin.finding.RuleId;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Reports what never reaches the target: of an object of which nothing does, only the object. */
final class DroppedFields {

  private final MapperFindings findings;
  private final Set<ExpectedFlow.Nested> objects = new HashSet<>();

  DroppedFields(MapperFindings findings) {
    this.findings = findings;
  }

  /**
   * Finds the objects of which nothing arrives.
   *
   * @param tried whether samples had a value that must arrive
   * @param arrives whether the target has anything, be it a constant
   */
  void find(
      List<ExpectedFlow> expected, Predicate<ExpectedFlow> tried, Predicate<ExpectedFlow> arrives) {
    Set<ExpectedFlow.Nested> arriving = new HashSet<>();
    for (ExpectedFlow wanted : expected) {
      if (!wanted.objects().isEmpty() && wanted.mapping().isCarried() && tried.test(wanted)) {
        objects.addAll(wanted.objects());
        if (arrives.test(wanted)) {
          arriving.addAll(wanted.objects());
        }
      }
    }
    objects.removeAll(arriving);
  }

  /**
   * Reports a path of the source that never reaches the target.
   *
   * @param constant what the target has instead, as the end of the sentence; empty if nothing
   */
  void report(ExpectedFlow wanted, String path, String constant) {
    if (findings.isUpdate() && isWrittenOnce(wanted)) {
      return;
    }
    Optional<ExpectedFlow.Nested> object =
        wanted.objects().stream().filter(objects::contains).findFirst();
    String source = object.map(ExpectedFlow.Nested::source).orElse(path);
    String target = object.map(ExpectedFlow.Nested::target).orElse(wanted.target());
    findings.add(
        RuleId.MAPPER_DROPS,
        target,
        object.isPresent() ? Optional.empty() : Optional.of(wanted.mapping()),
        "%s never reaches %s%s."
            .formatted(
                findings.source(source),
                findings.target(target),
                object.isPresent() ? "" : constant),
        "set it in the mapper, or say in the plan why it is not mapped: stays");
  }

  /** Whether updates keep the field; those of nested objects never do, as these are created. */
  private boolean isWrittenOnce(ExpectedFlow wanted) {
    return wanted.objects().isEmpty()
        && wanted
            .mapping()
            .target()
            .filter(field -> findings.concept().isWrittenOnce(findings.hop().hop().to(), field))
            .isPresent();
  }
}
