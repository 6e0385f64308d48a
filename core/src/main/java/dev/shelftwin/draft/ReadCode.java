package dev.shelftwin.draft;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.IdentityHashMap;

/** What a draft reads of the code again and again: its types, and the methods that may map. */
final class ReadCode {

  private final Shapes shapes;
  private final MappingMethods methods;
  private final IdentityHashMap<Shape, FieldOverlap.Names> names = new IdentityHashMap<>();

  ReadCode(Shapes shapes) {
    this.shapes = shapes;
    this.methods = new MappingMethods(shapes);
  }

  Shapes shapes() {
    return shapes;
  }

  MappingMethods methods() {
    return methods;
  }

  /** The fields that two types have in common. */
  FieldOverlap overlap(Shape one, Shape other) {
    return new FieldOverlap(names(one), names(other));
  }

  private FieldOverlap.Names names(Shape shape) {
    return names.computeIfAbsent(shape, FieldOverlap.Names::of);
  }
}
