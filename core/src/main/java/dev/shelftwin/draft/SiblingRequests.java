package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.List;

/** Requests that belong to a concept because a response of it has the same name. */
final class SiblingRequests {

  private final ReadCode code;

  SiblingRequests(ReadCode code) {
    this.code = code;
  }

  /**
   * Adds a layer's requests to the concepts of the responses that are called like them.
   *
   * @param unpaired types without a concept; those that are added leave it
   */
  void addTo(List<PairedTypes> pairs, DataTypes types, List<Shape> unpaired) {
    if (types.layer().role() != Role.TRANSFER) {
      return;
    }
    for (Shape shape : types.shapes(code.shapes())) {
      if (unpaired.contains(shape) && TypeNames.isRequest(shape)) {
        List<PairedTypes> found =
            pairs.stream().filter(pair -> hasResponse(pair, shape, types)).toList();
        if (found.size() == 1) {
          found.get(0).add(types, shape, false);
          unpaired.remove(shape);
        }
      }
    }
  }

  private boolean hasResponse(PairedTypes pair, Shape request, DataTypes types) {
    return pair.members().stream()
        .filter(member -> member.layer().equals(types))
        .map(PairedTypes.Member::shape)
        .filter(TypeNames::isResponse)
        .filter(response -> thing(response).equals(thing(request)))
        .anyMatch(response -> !code.overlap(response, request).isNone());
  }

  /** The words of a name without the last: "create loan" for CreateLoanRequest. */
  private static List<String> thing(Shape type) {
    List<String> words = NameWords.of(type.type().simpleName()).all();
    return words.subList(0, words.size() - 1);
  }
}
