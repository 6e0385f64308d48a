package dev.shelftwin.trial;

import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Field;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The fields that are read of the objects of one shape. */
final class ObservedFields {

  private final ResolvedShape shape;
  private final List<Field> fields;
  private final boolean isFamily;
  private final boolean isChange;
  private final Map<String, Integer> indexes = new HashMap<>();

  /**
   * The fields of a shape.
   *
   * @param isFamily whether the shape has subtypes, so that objects are compared as a whole
   */
  ObservedFields(ResolvedShape shape, List<Field> fields, boolean isFamily) {
    this.shape = shape;
    this.fields = List.copyOf(fields);
    this.isFamily = isFamily;
    this.isChange = shape.use().direction() == Direction.CHANGE;
    for (int index = 0; index < fields.size(); index++) {
      indexes.putIfAbsent(fields.get(index).name(), index);
    }
  }

  ResolvedShape shape() {
    return shape;
  }

  List<Field> fields() {
    return fields;
  }

  boolean isFamily() {
    return isFamily;
  }

  boolean isChange() {
    return isChange;
  }

  /** The place of a field among the fields; negative if it is not read. */
  int index(Field field) {
    Integer index = indexes.get(field.name());
    return index == null ? -1 : index;
  }
}
