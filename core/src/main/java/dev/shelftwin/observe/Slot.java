package dev.shelftwin.observe;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.stream.Stream;

/** A place in a source object that can have different values. */
sealed interface Slot {

  /** The place among all slots of the source. */
  int index();

  /** The path of fields, as in {@code a.b} and {@code items[].x}; empty for the source itself. */
  String path();

  /** The declared type. */
  TypeRef type();

  /** Whether the type allows that there is nothing. */
  boolean mayBeMissing();

  /** The slots inside. */
  default List<Slot> inner() {
    return List.of();
  }

  /** This slot and all inside, the outer ones first. */
  default Stream<Slot> all() {
    return Stream.concat(Stream.of(this), inner().stream().flatMap(Slot::all));
  }

  /** A single value. */
  record Leaf(
      int index,
      String path,
      TypeRef type,
      Limits limits,
      boolean mayBeMissing,
      List<Object> constants)
      implements Slot {

    public Leaf {
      constants = List.copyOf(constants);
    }

    /** Whether it has so few values that a mapper may decide by them. */
    boolean isCondition() {
      return !constants.isEmpty();
    }
  }

  /** An object with fields. */
  record Node(
      int index, String path, TypeRef type, boolean mayBeMissing, Shape shape, List<Member> members)
      implements Slot {

    public Node {
      members = List.copyOf(members);
    }

    @Override
    public List<Slot> inner() {
      return members.stream().map(Member::slot).toList();
    }

    /** Whether it is in a list or map, where nothing can be missing. */
    boolean isElement() {
      return path.endsWith("[]") || path.endsWith("{}");
    }
  }

  /** A field of an object. */
  record Member(Field field, Slot slot) {}

  /** A container of up to as many elements as it has slots. */
  record Many(
      int index,
      String path,
      TypeRef type,
      boolean mayBeMissing,
      Container container,
      List<Slot> elements,
      List<Leaf> keys)
      implements Slot {

    public Many {
      elements = List.copyOf(elements);
      keys = List.copyOf(keys);
    }

    @Override
    public List<Slot> inner() {
      return Stream.concat(elements.stream(), keys.stream()).toList();
    }
  }

  /** Something whose values cannot be varied: a stub, or nothing. */
  record Opaque(int index, String path, TypeRef type) implements Slot {

    @Override
    public boolean mayBeMissing() {
      return false;
    }
  }
}
