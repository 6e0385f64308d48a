package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import java.util.List;
import java.util.stream.Stream;

/**
 * A value that can change, in a column that is written only with a new row (Jakarta Persistence
 * 3.2, §11.1.9, {@code updatable}): the update of a row loses the change.
 */
final class WrittenOnce implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean lost =
        at.mapping() instanceof FieldMapping.Flow flow
            && flow.into().has(FieldTrait.WRITTEN_ONCE)
            && at.hop().canUpdate()
            && canChange(at);
    return lost ? Stream.of(match(at)) : Stream.empty();
  }

  /**
   * Whether a request changes the value, or the object has a setter for it. Where every field has a
   * setter, as in beans, the setter says nothing about a single field.
   */
  private static boolean canChange(MappingOnHop at) {
    Field source = at.source();
    boolean chosen =
        hasSetter(source) && !at.from().shape().storedFields().allMatch(WrittenOnce::hasSetter);
    return chosen
        || at.concept().hops().stream()
            .filter(hop -> hop.hop().changes() && hop.hop().to().equals(at.from()))
            .flatMap((HopLedger hop) -> hop.into(source.name()).stream())
            .anyMatch(FieldMapping.Flow.class::isInstance);
  }

  private static boolean hasSetter(Field field) {
    return field.writer().filter(writer -> writer.kind() == Access.Kind.METHOD).isPresent();
  }

  private static RuleMatch match(MappingOnHop at) {
    String message =
        at.targetPath()
            + " is stored only with a new row (updatable = false), but "
            + at.sourcePath()
            + " can change: an update loses the change.";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LOSSY_CONVERSION, at.to(), at.target(), "why it never changes");
    return new Matches(RuleId.LOSSY_CONVERSION, at.concept())
        .onHop(
            at,
            at.to(),
            at.target(),
            message,
            List.of(Remedy.advice("let the column be updated, or the value be fixed"), accept));
  }
}
