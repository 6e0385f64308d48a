package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * One field of a shape.
 *
 * @param name as the type's own code names it
 * @param type as it is read; as it is declared where nothing reads it
 * @param outside its name in the table or on the wire, where the declaration gives one
 * @param presence what the declaration says about missing values
 * @param limits what the declaration allows beyond the type
 * @param roles what the declaration says it is, such as a key
 * @param stored whether the object keeps it; false for what a method computes
 * @param reader how it is read; empty where nothing but the object itself may read it
 * @param writer how it is written after the object was made; empty where that is not possible
 * @param adder how its elements are added one by one; empty where that is not possible
 * @param annotations qualified names of its annotations
 * @param place where it is declared
 */
public record Field(
    String name,
    TypeRef type,
    Optional<String> outside,
    Presence presence,
    Limits limits,
    Set<FieldRole> roles,
    boolean stored,
    Optional<Access> reader,
    Optional<Access> writer,
    Optional<Adder> adder,
    List<String> annotations,
    Place place) {

  public Field {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(outside, "outside");
    Objects.requireNonNull(presence, "presence");
    Objects.requireNonNull(limits, "limits");
    roles = Set.copyOf(roles);
    Objects.requireNonNull(adder, "adder");
    annotations = List.copyOf(annotations);
    Objects.requireNonNull(place, "place");
  }

  /** Something that no object keeps and nothing is said of, such as a mere parameter. */
  public static Field unkept(String name, TypeRef type, Presence presence, Place place) {
    return new Field(
        name,
        type,
        Optional.empty(),
        presence,
        Limits.NONE,
        Set.of(),
        false,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        List.of(),
        place);
  }

  /** The same with more limits, and required if they say so. */
  public Field with(Limits more, boolean required) {
    return new Field(
        name,
        type,
        outside,
        required ? Presence.REQUIRED : presence,
        limits.and(more),
        roles,
        stored,
        reader,
        writer,
        adder,
        annotations,
        place);
  }
}
