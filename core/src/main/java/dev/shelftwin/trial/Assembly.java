package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** How an object of one shape is put together from values of its parts. */
final class Assembly {

  private final ConceptLedger concept;
  private final Station station;
  private final Holders holders;
  private final Reflection reflection;

  Assembly(ConceptLedger concept, Station station, Holders holders, Reflection reflection) {
    this.concept = concept;
    this.station = station;
    this.holders = holders;
    this.reflection = reflection;
  }

  /** An object from values of its parts. */
  Object build(Map<String, @Nullable Object> values) throws SampleRefused {
    Callable maker = maker();
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : maker.parameters()) {
      arguments.add(made(values.get(parameter.name()), parameter.type()));
    }
    try {
      @Nullable Object made = reflection.make(maker, arguments);
      if (made == null) {
        throw new SampleRefused(maker.label() + " gave null");
      }
      for (Station.Part part : station.parts()) {
        Object row = reflection.make(part.field().type());
        reflection.set(made, part.field(), row);
        part.wayBack().ifPresent(back -> reflection.set(row, back, made));
      }
      for (Field field : settable(maker)) {
        @Nullable Object value = made(values.get(field.name()), taken(field));
        if (isAdded(field)) {
          reflection.add(made, field.adder().orElseThrow().add(), value);
        } else {
          reflection.set(made, field, value);
        }
      }
      return made;
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(maker.label() + ": " + Reflection.cause(thrown).getMessage());
    }
  }

  /** What a change request does not mention is null even where an optional would be. */
  private @Nullable Object made(@Nullable Object value, TypeRef type) throws SampleRefused {
    if (station.use().direction() == Direction.CHANGE && value == null) {
      return null;
    }
    return holders.made(value == Silence.CLEARED ? null : value, type);
  }

  /** What makes the object: in the domain what loads it, elsewhere whatever takes the most. */
  Callable maker() {
    Optional<Callable> loading =
        concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(station))
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .flatMap(hop -> hop.maker().stream())
            .findFirst();
    return loading
        .filter(maker -> station.role() == Role.DOMAIN)
        .orElseGet(
            () ->
                station.shape().makers().stream()
                    .max(Comparator.comparingInt(maker -> maker.parameters().size()))
                    .orElseThrow());
  }

  /** What is set once the object was made. */
  List<Field> settable(Callable maker) {
    Set<String> taken = new HashSet<>();
    maker.parameters().forEach(parameter -> taken.add(parameter.name()));
    return station
        .shape()
        .storedFields()
        .filter(field -> !taken.contains(field.name()))
        .filter(field -> isAdded(field) || isSet(field))
        .toList();
  }

  /** Whether a sample's field is set: a domain's only where mappers set it too. */
  private boolean isSet(Field field) {
    return station.role() == Role.DOMAIN
        ? concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(station) && hop.writer(field).isPresent())
            .flatMap(hop -> hop.writes().stream())
            .anyMatch(entry -> entry.target().equals(Optional.of(field)))
        : field.writer().isPresent();
  }

  /** Whether a sample's elements are added one by one: a domain type has its rules about them. */
  private boolean isAdded(Field field) {
    boolean only = field.writer().isEmpty() || station.role() == Role.DOMAIN;
    return field.adder().isPresent() && only;
  }

  /** The type in which a field is set. */
  static TypeRef taken(Field field) {
    return field.writer().map(Access::type).orElse(field.type());
  }
}
