package dev.shelftwin.change;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.Locale;
import java.util.Objects;

/**
 * A field that a type gets.
 *
 * @param name its name
 * @param type its type, without an optional around it
 * @param form how the type says whether a value is there
 * @param limits the values that it allows
 */
record NewField(String name, TypeRef type, Form form, Limits limits) {

  /** How the type of a field declares whether its value may be missing. */
  enum Form {
    /** It always is. */
    REQUIRED,
    /** A missing value is null. */
    NULLABLE,
    /** The type is an optional. */
    OPTIONAL
  }

  NewField {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(form, "form");
    Objects.requireNonNull(limits, "limits");
  }

  boolean optional() {
    return form != Form.REQUIRED;
  }

  /** The type as a source writes it, where missing values are null. */
  String nullable() {
    return (optional() ? type.boxed() : type).toString();
  }

  String capital() {
    return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
  }
}
