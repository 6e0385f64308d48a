package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Objects;

/**
 * The result of a check.
 *
 * @param findings the findings that the plan does not accept
 * @param acceptedByLayer the findings that a layer accepts for all of its shapes
 */
public record CheckResult(List<Finding> findings, List<AcceptedByLayer> acceptedByLayer) {

  public CheckResult {
    findings = List.copyOf(findings);
    acceptedByLayer = List.copyOf(acceptedByLayer);
  }

  /**
   * The findings of one rule that a layer accepts.
   *
   * @param layer the layer's name
   * @param rule the rule
   * @param because the reason
   * @param count the number of findings
   */
  public record AcceptedByLayer(String layer, RuleId rule, Text because, int count) {
    public AcceptedByLayer {
      Objects.requireNonNull(layer, "layer");
      Objects.requireNonNull(rule, "rule");
      Objects.requireNonNull(because, "because");
    }
  }
}
