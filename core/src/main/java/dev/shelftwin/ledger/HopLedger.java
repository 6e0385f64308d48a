package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.ElementAdder;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * The mappings of all fields on one hop.
 *
 * @param hop the hop
 * @param creator creates the target; empty if the mapper can use none
 * @param alternatives other creators that fit as well
 * @param family the subtypes of an abstract type, whose own concepts account for the fields
 * @param isToChild whether the target is a child row, which is updated with its parent
 * @param mappings the target fields in order, then the source fields that are not mapped
 */
public record HopLedger(
    Hop hop,
    Optional<Creator> creator,
    List<Creator> alternatives,
    Optional<Family> family,
    boolean isToChild,
    List<FieldMapping> mappings) {

  public HopLedger {
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(creator, "creator");
    alternatives = List.copyOf(alternatives);
    Objects.requireNonNull(family, "family");
    mappings = List.copyOf(mappings);
  }

  HopLedger(Hop hop, Optional<Creator> creator, boolean isToChild, List<FieldMapping> mappings) {
    this(hop, creator, List.of(), Optional.empty(), isToChild, mappings);
  }

  static HopLedger ofFamily(Hop hop, Family family) {
    return new HopLedger(hop, Optional.empty(), List.of(), Optional.of(family), false, List.of());
  }

  HopLedger withAlternatives(List<Creator> others) {
    return new HopLedger(hop, creator, others, family, isToChild, mappings);
  }

  HopLedger withShapes(UnaryOperator<ResolvedShape> relabel) {
    Hop relabelled = new Hop(relabel.apply(hop.from()), relabel.apply(hop.to()), hop.kind());
    return new HopLedger(relabelled, creator, alternatives, family, isToChild, mappings);
  }

  /** The same with values of types that do not fit converted by an existing mapper. */
  HopLedger byExistingMapper() {
    List<FieldMapping> converted =
        mappings.stream()
            .map(
                mapping ->
                    mapping instanceof FieldMapping.Mismatched one
                        ? new FieldMapping.ByExistingMapper(one.sources(), one.into(), one.row())
                        : mapping)
            .toList();
    return new HopLedger(hop, creator, alternatives, family, isToChild, converted);
  }

  /** The mappers of the subtypes; empty if the type is not abstract. */
  public List<Operation.CallMapper> subtypes() {
    return family.map(Family::subtypes).orElse(List.of());
  }

  /** All operations of the hop's conversions. */
  public Stream<Operation> operations() {
    Stream<Operation> ofFields =
        mappings.stream()
            .flatMap(mapping -> mapping.conversion().stream())
            .flatMap(Conversion::operations);
    return Stream.concat(subtypes().stream(), ofFields);
  }

  /** All calls of other mappers. */
  public Stream<Operation.CallMapper> mapperCalls() {
    return operations()
        .filter(Operation.CallMapper.class::isInstance)
        .map(Operation.CallMapper.class::cast);
  }

  /** The mapping whose target has that name. */
  public Optional<FieldMapping> into(String target) {
    return mappings.stream()
        .filter(mapping -> mapping.target().map(Field::name).equals(Optional.of(target)))
        .findFirst();
  }

  /** The mappings of a source field. */
  public Stream<FieldMapping> outOf(Field source) {
    return mappings.stream().filter(mapping -> mapping.sources().contains(source));
  }

  /** The mappings whose value is a parameter of the mapper's method, in order. */
  public List<FieldMapping> callerParameters() {
    return mappings.stream()
        .filter(
            mapping ->
                mapping.given().filter(GivenValue.CallerParameter.class::isInstance).isPresent())
        .toList();
  }

  /** The creator's parameter that takes a field. */
  public Optional<Parameter> parameter(Field field) {
    return creator.stream()
        .flatMap(one -> one.parameters().stream())
        .filter(parameter -> parameter.name().equals(field.name()))
        .findFirst();
  }

  /** Whether the creator takes a field. */
  public boolean hasParameter(Field field) {
    return parameter(field).isPresent();
  }

  /** The mappings that are written after the target was created, and can be repeated in updates. */
  public List<FieldMapping> writes() {
    return mappings.stream()
        .filter(mapping -> mapping.isCarried() || mapping.isPassedIn())
        .filter(mapping -> mapping.target().filter(this::isWritten).isPresent())
        .toList();
  }

  /** What an update of an existing target writes; a version is only compared. */
  public List<FieldMapping> updates() {
    List<FieldMapping> versions = versions();
    return writes().stream().filter(mapping -> !versions.contains(mapping)).toList();
  }

  /**
   * The mappings to the version of a row. An update refuses a row of another version than the
   * source has; a child row changes with its parent, which has a version of its own.
   */
  public List<FieldMapping> versions() {
    return canUpdate() ? mappings.stream().filter(this::isToVersion).toList() : List.of();
  }

  private boolean isToVersion(FieldMapping mapping) {
    return mapping instanceof ComparedVersion
        || (mapping instanceof FieldMapping.Flow flow
            && flow.source()
                .filter(from -> isComparable(from, flow.into(), flow.row()))
                .isPresent());
  }

  /** Whether a field has the version that a row must have; a change request may clear others. */
  boolean isComparable(Field from, Field field, Optional<Row> row) {
    return hop.to().role() == Role.PERSISTENCE
        && !isToChild
        && !(hop.changes() && from.type().isOptional())
        && (field.roles().contains(FieldRole.VERSION)
            || row.flatMap(Row::role).filter(FieldRole.VERSION::equals).isPresent())
        && field.reader().filter(this::isAccessible).isPresent();
  }

  /** Whether an existing target can be updated. */
  public boolean canUpdate() {
    return hop.to().role() == Role.PERSISTENCE && !writes().isEmpty();
  }

  boolean isWritten(Field field) {
    return writer(field).isPresent()
        || collectionReader(field).isPresent()
        || adder(field).isPresent();
  }

  /**
   * Reads a row's collection so that its elements can be changed; empty if the creator takes it, if
   * the target is no row, if it is an array or a map, or if its getter only returns a copy and it
   * cannot be set.
   */
  public Optional<Access> collectionReader(Field field) {
    boolean isCollection =
        Container.of(field.type())
            .filter(kind -> kind != Container.ARRAY && kind != Container.MAP)
            .isPresent();
    return isCollection
            && !hasParameter(field)
            && !(field.has(FieldTrait.READ_AS_COPY) && writer(field).isEmpty())
            && adder(field).isEmpty()
            && hop.to().role() == Role.PERSISTENCE
        ? field.reader().filter(this::isAccessible)
        : Optional.empty();
  }

  /**
   * Adds elements one by one after the target was created; empty if there is another way, or if a
   * row cannot be updated because it has no method to remove elements.
   */
  public Optional<ElementAdder> adder(Field field) {
    return hasParameter(field) || writer(field).isPresent()
        ? Optional.empty()
        : field
            .adder()
            .filter(adder -> isAccessible(adder.add()))
            .filter(
                adder ->
                    !adder.isDirect() || (hop.to().role() != Role.PERSISTENCE && !hop.changes()))
            .filter(
                adder ->
                    hop.to().role() != Role.PERSISTENCE
                        || adder.remove().filter(this::isAccessible).isPresent());
  }

  /** Writes a field after the target was created; empty if the creator takes it. */
  public Optional<Access> writer(Field field) {
    return hasParameter(field) ? Optional.empty() : field.writer().filter(this::isAccessible);
  }

  /** Whether a changed object keeps the previous value of a field. */
  public boolean keepsPrevious(FieldMapping mapping) {
    return hop.changes()
        && mapping instanceof FieldMapping.Stays
        && mapping.target().filter(this::hasParameter).isPresent();
  }

  /** The type in which a field is passed to the target: of its parameter or its writer. */
  public Optional<TypeRef> slot(Field field) {
    return parameter(field)
        .map(Parameter::type)
        .or(() -> writer(field).map(Access::type))
        .or(() -> collectionReader(field).map(Access::type))
        .or(() -> adder(field).map(adder -> field.type()));
  }

  /** Whether a target field must get a value. */
  public boolean isRequired(Field into) {
    TypeRef type = slot(into).orElse(into.type());
    return (type.isPrimitive() || !hop.to().mayBeMissing(into)) && !type.isOptional();
  }

  private boolean isAccessible(Access access) {
    return access
            .visibility()
            .reaches(hop.outer().mapperPackage(), hop.to().shape().type().packageName())
        && access.through().filter(outer -> !isAccessible(outer)).isEmpty();
  }
}
