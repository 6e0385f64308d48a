package dev.shelftwin.describe;

import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.util.Objects;
import java.util.Optional;

/**
 * A field of a described type.
 *
 * @param name its name
 * @param type its type, without an optional around it
 * @param optional whether the value may be missing
 * @param limits the values that it allows
 * @param role what it is
 * @param origin the path of the field in the type that all others are mapped from and to; its own
 *     name if it is not derived
 * @param at where the plan says it
 */
record DescribedMember(
    String name,
    TypeRef type,
    boolean optional,
    Limits limits,
    Optional<FieldRole> role,
    String origin,
    Place at) {

  DescribedMember {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(limits, "limits");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(origin, "origin");
    Objects.requireNonNull(at, "at");
  }

  /** A field that the plan names, with its resolved type. */
  static DescribedMember of(FieldDescription field, TypeRef type) {
    String name = field.name().value();
    return new DescribedMember(
        name, type, field.optional(), field.limits(), field.role(), name, field.name().at());
  }

  DescribedMember named(String other) {
    return new DescribedMember(other, type, optional, limits, role, origin, at);
  }

  DescribedMember typed(TypeRef other) {
    return new DescribedMember(name, other, optional, limits, role, origin, at);
  }

  /** The only value that an object in this field holds, in its place. */
  DescribedMember holding(DescribedMember value, TypeRef other) {
    return new DescribedMember(
        name, other, optional || value.optional, limits.and(value.limits), role, origin, at);
  }

  /** A part of an object in this field, as a field of its own. */
  DescribedMember part(DescribedMember part) {
    return new DescribedMember(
        name + Character.toUpperCase(part.name.charAt(0)) + part.name.substring(1),
        part.type,
        optional || part.optional,
        part.limits,
        Optional.empty(),
        origin + "." + part.name,
        at);
  }
}
