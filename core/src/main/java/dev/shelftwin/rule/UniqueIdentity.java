package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/**
 * A field that identifies an object, but whose column is not unique although the project declares
 * unique columns.
 */
final class UniqueIdentity implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    ResolvedShape domain = concept.hub();
    List<Field> identity =
        domain
            .shape()
            .storedFields()
            .filter(field -> concept.roles(domain, field).contains(FieldRole.IDENTITY))
            .toList();
    if (identity.size() != 1 || domain.role() != Role.DOMAIN || !context.declaresUniqueColumns()) {
      return Stream.empty();
    }
    return MappingOnHop.all(concept)
        .filter(at -> at.to().role() == Role.PERSISTENCE && at.to().shape().isEntity())
        .filter(at -> at.mapping().isCarried() && at.mapping().sources().equals(identity))
        .filter(at -> !at.target().limits().unique())
        .limit(1)
        .map(UniqueIdentity::match);
  }

  private static RuleMatch match(MappingOnHop at) {
    String message =
        at.sourcePath()
            + " identifies objects, but the column of "
            + at.targetPath()
            + " is not unique.";
    Remedy unique =
        Remedy.advice(
            "make the column unique, or, if the table has a unique constraint already, add 'limits:"
                + " { unique: true }' to the row");
    return new Matches(RuleId.LIMIT_MISMATCH, at.concept())
        .onHop(
            at,
            at.from(),
            at.source(),
            message,
            List.of(unique, LimitMismatch.accept(at, at.source())));
  }
}
