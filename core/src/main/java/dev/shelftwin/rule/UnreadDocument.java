package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Layer;
import java.util.stream.Stream;

/** A document, or a part of it, that cannot be read: what it describes is compared with nothing. */
final class UnreadDocument implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    return context.documents().errors(layer).stream()
        .map(
            error ->
                RuleMatch.of(
                    Finding.of(
                        RuleId.UNREAD_DOCUMENT,
                        layer.name(),
                        error.message() + ".",
                        error.at(),
                        Remedy.advice(error.remedy()))));
  }
}
