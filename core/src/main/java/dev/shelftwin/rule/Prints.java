package dev.shelftwin.rule;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;

/** What the text of an object shows, for example in logs. */
final class Prints {

  private Prints() {}

  /** Whether a record's own text shows the value of a field that responses do not show anyway. */
  static boolean isPrinted(Scope.FieldOfShape at, RuleContext context) {
    return at.shape().shape().printsFields()
        && at.field().stored()
        && printsValue(at.field(), context)
        && !isInResponse(at);
  }

  private static boolean isInResponse(Scope.FieldOfShape at) {
    return at.shape().role() == Role.TRANSFER
        && at.concept().hops().stream()
            .filter(hop -> hop.hop().to().equals(at.shape()))
            .anyMatch(
                hop -> hop.into(at.field().name()).filter(FieldMapping::isCarried).isPresent());
  }

  /** A user's own type decides what its text shows, unless it is such a record too. */
  private static boolean printsValue(Field field, RuleContext context) {
    return field.type().isArray()
        || field.type().packageName().isEmpty()
        || field.type().packageName().startsWith("java.")
        || context.shapes().find(field.type()).filter(Shape::printsFields).isPresent();
  }
}
