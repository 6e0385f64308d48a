package dev.shelftwin.draft;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Whether what looks like a domain by its packages is one, in code whose rows are known.
 *
 * @param pairs the concepts if it is one
 */
record GuessedDomain(List<PairedTypes> pairs) {

  /**
   * Whether its types are transfer types: most of them have no counterpart in the transfer layer,
   * and their annotations say how they are written into documents, or one row has several of them.
   *
   * @param types the types in question
   * @param outside the concepts if they are transfer types
   */
  boolean isTransferred(Set<TypeRef> types, List<PairedTypes> outside) {
    long whole = inside().stream().filter(pair -> pair.has(Role.TRANSFER)).count();
    if (!isStored() || whole * 3 >= inside().size()) {
      return false;
    }
    List<List<Shape>> ofConcepts =
        outside.stream()
            .map(pair -> pair.shapes().filter(shape -> types.contains(shape.type())).toList())
            .filter(shapes -> !shapes.isEmpty())
            .toList();
    long several = ofConcepts.stream().filter(shapes -> shapes.size() > 1).count();
    long written =
        ofConcepts.stream()
            .filter(shapes -> shapes.stream().anyMatch(Frameworks::isWrittenToDocuments))
            .count();
    return written * 3 >= ofConcepts.size() || several * 5 >= ofConcepts.size();
  }

  /** Whether only the fields of most of its types tell to which concept they belong. */
  boolean isNamedByChance() {
    long named = inside().stream().filter(PairedTypes::isNamedAlike).count();
    return isStored() && named * 2 < inside().size();
  }

  /**
   * Its types that have rows.
   *
   * @param namedAlike those whose rows are named like them, otherwise those with other rows
   */
  Set<TypeRef> stored(boolean namedAlike) {
    return inside().stream()
        .filter(pair -> pair.has(Role.PERSISTENCE) && pair.isNamedAlike() == namedAlike)
        .map(pair -> pair.hub().type())
        .collect(Collectors.toSet());
  }

  private boolean isStored() {
    return pairs.stream().anyMatch(PairedTypes::isStored);
  }

  private List<PairedTypes> inside() {
    return pairs.stream().filter(pair -> pair.has(Role.DOMAIN)).toList();
  }
}
