package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** A type of the persistence layer in a field outside that layer, also as a type argument. */
final class LeakedType implements Rule.Check<Scope.FieldOfShape> {

  private static final Pattern CONVERTING = Pattern.compile("(to|as)\\p{Lu}.*");

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    return at.shape().role() == Role.PERSISTENCE || converts(at.field())
        ? Stream.empty()
        : leak(at.field().type(), context).map(type -> match(at, type)).stream();
  }

  /** The persistence types in the fields of a shape. */
  static Stream<TypeRef> of(ResolvedShape shape, RuleContext context) {
    return shape.shape().fields().stream()
        .filter(field -> !converts(field))
        .flatMap(field -> leak(field.type(), context).stream());
  }

  /** Whether a field is a method that maps the whole object, such as toRow, which shows nothing. */
  private static boolean converts(Field field) {
    return !field.stored() && CONVERTING.matcher(field.member()).matches();
  }

  private static Optional<TypeRef> leak(TypeRef type, RuleContext context) {
    return context.isPersistenceType(type) && !isShared(type, context)
        ? Optional.of(type)
        : type.arguments().stream()
            .flatMap(argument -> leak(argument, context).stream())
            .findFirst();
  }

  /** Without a domain, all layers use the enumerations of the persistence layer. */
  private static boolean isShared(TypeRef type, RuleContext context) {
    return context.hasNoDomain()
        && !context.isPersistenceProduct(type)
        && context.shapes().find(type).filter(shape -> shape.kind() == Shape.Kind.ENUM).isPresent();
  }

  private static RuleMatch match(Scope.FieldOfShape at, TypeRef type) {
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LEAKED_TYPE, at.shape(), at.field(), "why it may be used here");
    return new Matches(RuleId.LEAKED_TYPE, at.concept())
        .ofField(
            at.shape(),
            at.field(),
            at.shape().path(at.field())
                + " has the type "
                + type.qualifiedName()
                + " of the persistence layer.",
            List.of(Remedy.advice("use a type of the JDK or of its own layer"), accept));
  }
}
