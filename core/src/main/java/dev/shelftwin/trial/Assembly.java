package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
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
  private final ResolvedShape resolved;
  private final Holders holders;
  private final Reflection reflection;

  Assembly(ConceptLedger concept, ResolvedShape resolved, Holders holders, Reflection reflection) {
    this.concept = concept;
    this.resolved = resolved;
    this.holders = holders;
    this.reflection = reflection;
  }

  /** An object from values of its parts. */
  Object build(Map<String, @Nullable Object> values) throws SampleRefused {
    Creator creator = creator();
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      arguments.add(made(values.get(parameter.name()), parameter.type()));
    }
    try {
      @Nullable Object made = reflection.make(creator, arguments);
      if (made == null) {
        throw new SampleRefused(creator.label() + " gave null");
      }
      for (ResolvedShape.PartRow part : resolved.parts()) {
        Object row = reflection.make(part.field().type());
        reflection.set(made, part.field(), row);
        part.parent().ifPresent(back -> reflection.set(row, back, made));
      }
      for (Field field : settable(creator)) {
        @Nullable Object value = made(values.get(field.name()), taken(field));
        if (isAdded(field)) {
          reflection.add(made, field.adder().orElseThrow().add(), value);
        } else {
          reflection.set(made, field, value);
        }
      }
      return made;
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(creator.label() + ": " + Reflection.cause(thrown).getMessage());
    }
  }

  /** What a change request does not mention is null even where an optional would be. */
  private @Nullable Object made(@Nullable Object value, TypeRef type) throws SampleRefused {
    if (resolved.use().direction() == Direction.CHANGE && value == null) {
      return null;
    }
    return holders.made(value == Silence.CLEARED ? null : value, type);
  }

  /** What makes the object: in the domain what loads it, elsewhere whatever takes the most. */
  Creator creator() {
    Optional<Creator> loading =
        concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(resolved))
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .flatMap(hop -> hop.creator().stream())
            .findFirst();
    return loading
        .filter(creator -> resolved.role() == Role.DOMAIN)
        .orElseGet(
            () ->
                resolved.shape().creators().stream()
                    .max(Comparator.comparingInt(creator -> creator.parameters().size()))
                    .orElseThrow());
  }

  /** What is set once the object was made. */
  List<Field> settable(Creator creator) {
    Set<String> taken = new HashSet<>();
    creator.parameters().forEach(parameter -> taken.add(parameter.name()));
    return resolved
        .shape()
        .storedFields()
        .filter(field -> !taken.contains(field.name()))
        .filter(field -> isAdded(field) || isSet(field))
        .toList();
  }

  /** Whether a sample's field is set: a domain's only where mappers set it too. */
  private boolean isSet(Field field) {
    return resolved.role() == Role.DOMAIN
        ? concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(resolved) && hop.writer(field).isPresent())
            .flatMap(hop -> hop.writes().stream())
            .anyMatch(entry -> entry.target().equals(Optional.of(field)))
        : field.writer().isPresent();
  }

  /** Whether a sample's elements are added one by one: a domain type has its rules about them. */
  private boolean isAdded(Field field) {
    boolean only = field.writer().isEmpty() || resolved.role() == Role.DOMAIN;
    return field.adder().isPresent() && only;
  }

  /** The type in which a field is set. */
  static TypeRef taken(Field field) {
    return field.writer().map(Access::type).orElse(field.type());
  }
}
