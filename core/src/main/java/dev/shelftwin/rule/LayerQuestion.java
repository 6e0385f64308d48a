package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import java.util.stream.Stream;

/** A reason of a layer's default or acceptance that the plan does not give yet. */
final class LayerQuestion implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    Stream<Text> ofFields =
        layer.defaults().fields().stream().flatMap(field -> field.stays().stream());
    Stream<Text> ofFindings = layer.defaults().accept().values().stream().map(Acceptance::because);
    return Stream.concat(ofFields, ofFindings)
        .filter(Text::isQuestion)
        .map(
            reason ->
                RuleMatch.of(
                    Finding.of(
                        RuleId.OPEN_QUESTION,
                        layer.name(),
                        "A default of the layer " + layer.name() + " has no reason yet.",
                        reason.at(),
                        Remedy.advice("write the reason instead of '?'")),
                    layer));
  }
}
