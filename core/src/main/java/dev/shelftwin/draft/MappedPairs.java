package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.stream.Stream;

/** Whether methods of the users map a type from or to the types of a concept in other layers. */
final class MappedPairs {

  /** The fraction of its fields that a request shares with what is made of it. */
  private static final double SIMILAR = 0.6;

  private final ReadCode code;

  MappedPairs(ReadCode code) {
    this.code = code;
  }

  /** Whether a method maps the shape to or from a type of another layer. */
  boolean anyWay(Shape shape, DataTypes types, PairedTypes pair) {
    return ofOtherLayers(types, pair)
        .anyMatch(one -> code.methods().map(one, shape) || code.methods().map(shape, one));
  }

  /** Whether methods map the shape to a type of another layer, and from one. */
  boolean bothWays(Shape shape, DataTypes types, PairedTypes pair) {
    return ofOtherLayers(types, pair).anyMatch(one -> code.methods().map(one, shape))
        && ofOtherLayers(types, pair).anyMatch(one -> code.methods().map(shape, one));
  }

  /** Whether a method makes a type of another layer from a request with most of its fields. */
  boolean fromRequest(Shape shape, DataTypes types, PairedTypes pair) {
    return types.layer().role() == Role.TRANSFER
        && TypeNames.isRequest(shape)
        && ofOtherLayers(types, pair).anyMatch(one -> code.methods().map(shape, one))
        && code.overlap(shape, pair.hub()).support() >= SIMILAR;
  }

  private static Stream<Shape> ofOtherLayers(DataTypes types, PairedTypes pair) {
    return pair.members().stream()
        .filter(member -> !member.layer().equals(types))
        .map(PairedTypes.Member::shape);
  }
}
