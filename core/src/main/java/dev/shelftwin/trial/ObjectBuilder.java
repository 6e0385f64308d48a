package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Creates objects of one shape of a concept from sample values. */
final class ObjectBuilder {

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final ContainerSamples containers;
  private final ObjectAccess access;
  private final Optional<Creator> creator;
  private final List<Field> settableFields;

  ObjectBuilder(
      ConceptLedger concept,
      ResolvedShape shape,
      ContainerSamples containers,
      ObjectAccess access) {
    this.concept = concept;
    this.shape = shape;
    this.containers = containers;
    this.access = access;
    this.creator = findCreator();
    this.settableFields = findSettableFields();
  }

  /**
   * Creates an object.
   *
   * @param values the values of parameters and fields, by name
   * @throws RejectedSample if the type rejects the values
   */
  Object build(Map<String, SampleValue> values) {
    try {
      Object created = creator.isPresent() ? create(creator.get(), values) : implement(values);
      for (ResolvedShape.PartRow part : shape.parts()) {
        Object row = access.create(part.field().type());
        access.set(created, part.field(), row);
        part.parent().ifPresent(parent -> access.set(row, parent, created));
      }
      for (Field field : creator.isPresent() ? settableFields : List.<Field>of()) {
        @Nullable Object value = created(values.get(field.name()), acceptedType(field));
        if (isAdded(field)) {
          access.add(created, field.adder().orElseThrow().add(), value);
        } else {
          access.set(created, field, value);
        }
      }
      return created;
    } catch (InvocationTargetException thrown) {
      String label = creator.map(Creator::label).orElseGet(shape::label);
      throw new RejectedSample(label + ": " + ObjectAccess.cause(thrown).getMessage());
    }
  }

  private Object create(Creator by, Map<String, SampleValue> values)
      throws InvocationTargetException {
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : by.parameters()) {
      arguments.add(created(values.get(parameter.name()), parameter.type()));
    }
    @Nullable Object created = access.create(by, arguments);
    if (created == null) {
      throw new RejectedSample(by.label() + " returned null");
    }
    return created;
  }

  private Object implement(Map<String, SampleValue> values) {
    if (shape.shape().kind() != Shape.Kind.INTERFACE) {
      throw new RejectedSample(shape.label() + " has no accessible constructor");
    }
    Map<String, @Nullable Object> results = new HashMap<>();
    for (Field field : settableFields) {
      field
          .reader()
          .ifPresent(
              reader ->
                  results.put(reader.name(), created(values.get(field.name()), field.type())));
    }
    return access.implement(shape.shape().type(), results);
  }

  /** In change requests, a field that is not mentioned is null even if its type is an optional. */
  private @Nullable Object created(@Nullable SampleValue sample, TypeRef type) {
    @Nullable Object value = sample == null ? null : sample.value();
    return shape.use().direction() == Direction.CHANGE && value == null
        ? null
        : containers.created(value, type);
  }

  List<Parameter> parameters() {
    return creator.map(Creator::parameters).orElse(List.of());
  }

  /** The fields that are set after the object was created. */
  List<Field> settableFields() {
    return settableFields;
  }

  /**
   * The creator that loads domain objects from rows; for other shapes the one that sets most; none
   * for interfaces that no mapper creates, whose methods then return the values.
   */
  private Optional<Creator> findCreator() {
    Optional<Creator> loading =
        concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(shape))
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .flatMap(hop -> hop.creator().stream())
            .findFirst();
    if (shape.shape().kind() == Shape.Kind.INTERFACE) {
      return loading;
    }
    return loading
        .filter(found -> shape.role() == Role.DOMAIN)
        .or(
            () ->
                shape.shape().creators().stream()
                    .max(Comparator.comparingInt(found -> found.parameters().size())));
  }

  private List<Field> findSettableFields() {
    Set<String> parameters = new HashSet<>();
    parameters().forEach(parameter -> parameters.add(parameter.name()));
    return shape
        .shape()
        .storedFields()
        .filter(field -> !parameters.contains(field.name()))
        .filter(field -> creator.isEmpty() || isAdded(field) || isSet(field))
        .toList();
  }

  /** Fields of domain objects are set only if a mapper sets them too. */
  private boolean isSet(Field field) {
    return shape.role() == Role.DOMAIN
        ? concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(shape) && hop.writer(field).isPresent())
            .flatMap(hop -> hop.writes().stream())
            .anyMatch(mapping -> mapping.target().equals(Optional.of(field)))
        : field.writer().isPresent();
  }

  /** Whether elements are added one by one; domain types may check each of them. */
  private boolean isAdded(Field field) {
    boolean preferred = field.writer().isEmpty() || shape.role() == Role.DOMAIN;
    return field.adder().isPresent() && preferred;
  }

  /** The type with which a field is set. */
  static TypeRef acceptedType(Field field) {
    return field.writer().map(Access::type).orElse(field.type());
  }
}
