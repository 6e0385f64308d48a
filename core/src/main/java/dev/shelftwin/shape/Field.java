package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One field of a shape.
 *
 * @param name the name in the code
 * @param type the type that its reader returns; the declared type if nothing reads it
 * @param facts what the declaration says
 * @param stored whether the object stores it; false for a value that a method computes
 * @param access how it is read and written
 * @param place where it is declared
 */
public record Field(
    String name, TypeRef type, FieldFacts facts, boolean stored, FieldAccess access, Place place) {

  public Field {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(facts, "facts");
    Objects.requireNonNull(access, "access");
    Objects.requireNonNull(place, "place");
  }

  /** Compares the name first and the place last, because looking up a place takes long. */
  @Override
  public boolean equals(@Nullable Object other) {
    return other == this
        || (other instanceof Field field
            && name.equals(field.name)
            && type.equals(field.type)
            && stored == field.stored
            && access.equals(field.access)
            && facts.equals(field.facts)
            && place.equals(field.place));
  }

  @Override
  public int hashCode() {
    return Objects.hash(name, type, stored);
  }

  /** A parameter of a creator that no field stores. */
  public static Field ofParameter(String name, TypeRef type, Presence presence, Place place) {
    return new Field(name, type, FieldFacts.of(presence), false, FieldAccess.NONE, place);
  }

  /** This field with more limits; required if the limits say so. */
  public Field with(Limits more, boolean required) {
    return new Field(name, type, facts.with(more, required), stored, access, place);
  }

  /** This field as a part of another field. */
  public Field at(
      String path,
      Presence presence,
      boolean isStored,
      Optional<Access> reader,
      Optional<Access> writer) {
    FieldAccess through = new FieldAccess(reader, writer, Optional.empty(), access.member());
    return new Field(path, type, facts.with(presence), isStored, through, place);
  }

  /** The name without those of the fields that it is nested in. */
  public String simpleName() {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /** What the class that declares the field calls it. */
  public String member() {
    return access.member().orElseGet(this::simpleName);
  }

  /** The column name or JSON property that the declaration gives. */
  public Optional<String> externalName() {
    return facts.externalName();
  }

  public Presence presence() {
    return facts.presence();
  }

  public Limits limits() {
    return facts.limits();
  }

  public Set<FieldRole> roles() {
    return facts.roles();
  }

  public boolean has(FieldTrait trait) {
    return facts.traits().contains(trait);
  }

  public List<String> annotations() {
    return facts.annotations();
  }

  public Optional<Access> reader() {
    return access.reader();
  }

  public Optional<Access> writer() {
    return access.writer();
  }

  public Optional<ElementAdder> adder() {
    return access.adder();
  }
}
