package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
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
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Creates objects of one shape of a concept from sample values. */
final class ObjectBuilder {

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final ObjectAccess access;
  private final Optional<Creator> creator;
  private final List<Field> settableFields;
  private final List<ValueFitting.Fitter> fitters;

  ObjectBuilder(
      ConceptLedger concept, ResolvedShape shape, ValueFitting fitting, ObjectAccess access) {
    this.concept = concept;
    this.shape = shape;
    this.access = access;
    this.creator = findCreator();
    this.settableFields = findSettableFields();
    this.fitters =
        Stream.concat(
                parameters().stream().map(Parameter::type),
                settableFields.stream().map(ObjectBuilder::acceptedType))
            .map(fitting::fitter)
            .toList();
  }

  /**
   * Creates an object.
   *
   * @param values the values of the parameters, then of the settable fields, in their order
   * @throws RejectedSample if the type rejects the values
   */
  Object build(List<SampleValue> values) {
    List<@Nullable Object> created = new ArrayList<>();
    for (int index = 0; index < values.size(); index++) {
      created.add(created(values.get(index), fitters.get(index)));
    }
    try {
      return creator.isPresent() ? create(creator.get(), created) : implement(created);
    } catch (InvocationTargetException thrown) {
      String label = creator.map(Creator::label).orElseGet(shape::label);
      throw Failures.rejection(label, "", thrown);
    }
  }

  private Object create(Creator by, List<? extends @Nullable Object> values)
      throws InvocationTargetException {
    int parameters = by.parameters().size();
    @Nullable Object created = access.create(by, values.subList(0, parameters));
    if (created == null) {
      throw new RejectedSample(by.label(), "returned null");
    }
    access.createParts(created, shape);
    for (int index = 0; index < settableFields.size(); index++) {
      Field field = settableFields.get(index);
      @Nullable Object value = values.get(parameters + index);
      if (isAdded(field)) {
        access.add(created, field.adder().orElseThrow().add(), value);
      } else {
        access.set(created, field, value);
      }
    }
    return created;
  }

  private Object implement(List<? extends @Nullable Object> values) {
    if (!shape.shape().isOpenInterface()) {
      throw new RejectedSample(shape.label(), "has no accessible constructor");
    }
    Map<String, @Nullable Object> results = new HashMap<>();
    for (int index = 0; index < settableFields.size(); index++) {
      Object value = values.get(index);
      settableFields.get(index).reader().ifPresent(reader -> results.put(reader.name(), value));
    }
    return access.implement(shape.shape().type(), results);
  }

  /** In change requests, a field that is not mentioned is null even if its type is an optional. */
  private @Nullable Object created(SampleValue sample, ValueFitting.Fitter fitter) {
    @Nullable Object value = sample.value();
    return shape.use().direction() == Direction.CHANGE && value == null
        ? null
        : ContainerSamples.created(value, fitter);
  }

  List<Parameter> parameters() {
    return creator.map(Creator::parameters).orElse(List.of());
  }

  /** The fields that are set after the object was created. */
  List<Field> settableFields() {
    return settableFields;
  }

  /**
   * The creator that loads domain objects from rows; for other shapes the one that sets most fields
   * and takes nothing else, as a method that reads a text would; none for interfaces that no mapper
   * creates, whose methods then return the values.
   */
  private Optional<Creator> findCreator() {
    Optional<Creator> loading =
        concept.hops().stream()
            .filter(hop -> hop.hop().to().equals(shape))
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .flatMap(hop -> hop.creator().stream())
            .findFirst();
    if (shape.shape().isOpenInterface()) {
      return loading;
    }
    return loading
        .filter(found -> shape.role() == Role.DOMAIN)
        .or(
            () ->
                shape.shape().creators().stream()
                    .max(
                        Comparator.comparing(this::takesFieldsOnly)
                            .thenComparingInt(found -> found.parameters().size())));
  }

  private boolean takesFieldsOnly(Creator found) {
    return found.parameters().stream()
        .allMatch(parameter -> shape.shape().field(parameter.name()).isPresent());
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

  /**
   * Fields of domain objects are set if a mapper sets them too, or if no mapper fills them in any
   * way: then only their setter can give them different values.
   */
  private boolean isSet(Field field) {
    if (field.writer().isEmpty() || shape.role() != Role.DOMAIN) {
      return field.writer().isPresent();
    }
    List<HopLedger> inward =
        concept.hops().stream().filter(hop -> hop.hop().to().equals(shape)).toList();
    boolean isWritten =
        inward.stream()
            .filter(hop -> hop.writer(field).isPresent())
            .flatMap(hop -> hop.writes().stream())
            .anyMatch(mapping -> mapping.target().equals(Optional.of(field)));
    return isWritten
        || inward.stream()
            .flatMap(hop -> hop.into(field.name()).stream())
            .noneMatch(mapping -> mapping.isCarried() || mapping.given().isPresent());
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
