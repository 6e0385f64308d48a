package dev.shelftwin.plan;

import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.Objects;
import java.util.Optional;

/**
 * A field of a type that the plan describes.
 *
 * @param name the field's name
 * @param type its type; names without a package are resolved in the layer, then in {@code
 *     java.lang}, {@code java.time}, {@code java.math} and {@code java.util}
 * @param optional whether the value may be missing
 * @param limits the values that it allows
 * @param role what the field is
 * @param words the description as written, behind the name
 */
public record FieldDescription(
    Text name,
    TypeRef type,
    boolean optional,
    Limits limits,
    Optional<FieldRole> role,
    Text words) {

  public FieldDescription {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(limits, "limits");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(words, "words");
  }
}
