package dev.shelftwin.ledger;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import java.util.Optional;
import java.util.function.Predicate;

/** Finds the field that identifies a child, so that an update finds the row of each child. */
public final class ChildIdentity {

  private ChildIdentity() {}

  /**
   * The mapping of the field that the plan calls the identity; without one, of the row's key; empty
   * if neither is mapped, so that children are matched by their places.
   *
   * @param concept of the children
   * @param hop maps a child to its row
   */
  public static Optional<FieldMapping> of(ConceptLedger concept, HopLedger hop) {
    Predicate<FieldMapping> isIdentity =
        mapping ->
            mapping.sources().stream()
                .anyMatch(
                    field -> concept.roles(hop.hop().from(), field).contains(FieldRole.IDENTITY));
    Predicate<FieldMapping> isKey =
        mapping ->
            concept.roles(hop.hop().to(), mapping.target().orElseThrow()).contains(FieldRole.KEY);
    return find(hop, isIdentity).or(() -> find(hop, isKey));
  }

  private static Optional<FieldMapping> find(HopLedger hop, Predicate<FieldMapping> wanted) {
    return hop.mappings().stream()
        .filter(FieldMapping::isCarried)
        .filter(mapping -> mapping.target().flatMap(Field::reader).isPresent())
        .filter(wanted)
        .findFirst();
  }
}
