package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.TypeRef;
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
 * @param waysBack fields of rows that lead back to the row they are a part of
 * @param idle words of the plan that changed nothing, each with what it is
 */
public record ConceptLedger(
    Pairing pairing, List<HopLedger> hops, Set<Field> waysBack, List<Text> idle) {

  public ConceptLedger {
    Objects.requireNonNull(pairing, "pairing");
    hops = List.copyOf(hops);
    waysBack = Set.copyOf(waysBack);
    idle = List.copyOf(idle);
  }

  public Concept concept() {
    return pairing.concept();
  }

  public String name() {
    return concept().name();
  }

  /** The shape that all others are mapped from and to: the domain's, if there is one. */
  public Station hub() {
    return pairing.hub();
  }

  /** The other shapes, in the order of the plan. */
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

  /** The hop from one type to another. */
  public Optional<HopLedger> hop(TypeRef from, TypeRef to) {
    return hops.stream()
        .filter(ledger -> is(ledger.hop().from(), from) && is(ledger.hop().to(), to))
        .findFirst();
  }

  private static boolean is(Station station, TypeRef type) {
    return station.shape().type().fullName().equals(type.fullName());
  }

  /** What a field is, by its declaration and by the plan. */
  public Set<FieldRole> roles(Station station, Field field) {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    roles.addAll(field.roles());
    pairing.rowOf(field.name(), station).flatMap(Row::role).ifPresent(roles::add);
    if (waysBack.contains(field)) {
      roles.add(FieldRole.PARENT);
    }
    return roles;
  }
}
