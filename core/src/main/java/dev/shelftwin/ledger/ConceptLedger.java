package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The accounts of one concept.
 *
 * @param pairing which fields of its shapes belong together
 * @param hops in the order of the plan's shapes, outward before inward
 * @param idle words of the plan that changed nothing, each with what it is
 */
public record ConceptLedger(Pairing pairing, List<HopLedger> hops, List<Text> idle) {

  public ConceptLedger {
    Objects.requireNonNull(pairing, "pairing");
    hops = List.copyOf(hops);
    idle = List.copyOf(idle);
  }

  public Concept concept() {
    return pairing.concept();
  }

  public String name() {
    return concept().name();
  }

  public Station domain() {
    return pairing.domain();
  }

  /** The shapes outside the domain, in the order of the plan. */
  public List<Station> outer() {
    return pairing.outer();
  }

  /** All shapes, in the order of the plan's layers. */
  public Stream<Station> stations() {
    return concept().shapes().stream().map(pairing::station);
  }

  /** The hop between two shapes. */
  public Optional<HopLedger> hop(Station from, Station to) {
    return hops.stream()
        .filter(ledger -> ledger.hop().from().equals(from) && ledger.hop().to().equals(to))
        .findFirst();
  }

  /** What a field is, by its declaration and by the plan. */
  public Set<FieldRole> roles(Station station, Field field) {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    roles.addAll(field.roles());
    pairing.rowOf(field.name(), station).flatMap(Row::role).ifPresent(roles::add);
    return roles;
  }
}
