package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/**
 * A parameter or field for which a sample value is drawn.
 *
 * @param name its name
 * @param type the type that it accepts
 * @param field the field; empty for a parameter that no field stores
 * @param mayBeMissing whether it may be null
 * @param allowed the limits of its values
 * @param isParent whether it refers to the parent row
 */
record SamplePart(
    String name,
    TypeRef type,
    Optional<Field> field,
    boolean mayBeMissing,
    Limits allowed,
    boolean isParent) {

  /** Rows that were loaded from a database have times with at most microseconds. */
  static final Limits COLUMN_PRECISION = new Limits.Builder().secondDigits(6).build();

  static SamplePart of(
      String name,
      TypeRef type,
      Optional<Field> field,
      CombinedLimits limits,
      Role role,
      boolean isParent) {
    Limits ofField = field.map(limits::of).orElse(Limits.NONE);
    return new SamplePart(
        name,
        type,
        field,
        !type.isPrimitive() && field.filter(limits::mayBeMissing).isPresent(),
        role == Role.PERSISTENCE ? ofField.and(COLUMN_PRECISION) : ofField,
        isParent);
  }

  /** The part, always with a value. */
  SamplePart required() {
    return new SamplePart(name, type, field, false, allowed, isParent);
  }

  /** The part without its optional, and always with a value. */
  SamplePart present() {
    return new SamplePart(name, type.present(), field, false, allowed, isParent);
  }
}
