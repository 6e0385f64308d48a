package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Adder;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The accounts of all fields on one hop.
 *
 * @param hop which one
 * @param maker what makes the target; empty where nothing that the mapper may use does
 * @param rivals others that would make it as well, of which nothing says that they should not
 * @param family the kinds of an abstract type; its fields are accounted for by them
 * @param entries targets in the order of their fields, then what goes no further
 */
public record HopLedger(
    Hop hop,
    Optional<Callable> maker,
    List<Callable> rivals,
    Optional<Family> family,
    List<Entry> entries) {

  public HopLedger {
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(maker, "maker");
    rivals = List.copyOf(rivals);
    Objects.requireNonNull(family, "family");
    entries = List.copyOf(entries);
  }

  HopLedger(Hop hop, Optional<Callable> maker, List<Entry> entries) {
    this(hop, maker, List.of(), Optional.empty(), entries);
  }

  static HopLedger ofFamily(Hop hop, Family family) {
    return new HopLedger(hop, Optional.empty(), List.of(), Optional.of(family), List.of());
  }

  HopLedger withRivals(List<Callable> others) {
    return new HopLedger(hop, maker, others, family, entries);
  }

  /** The mappers of all kinds; none where the type is not abstract. */
  public List<Form.Mapped> kinds() {
    return family.map(Family::kinds).orElse(List.of());
  }

  /** Every form of conversion that the hop needs. */
  public Stream<Form> forms() {
    Stream<Form> ofFields =
        entries.stream().flatMap(entry -> entry.conversion().stream()).flatMap(Conversion::forms);
    return Stream.concat(kinds().stream(), ofFields);
  }

  /** The entry whose target has that name. */
  public Optional<Entry> into(String target) {
    return entries.stream()
        .filter(entry -> entry.target().map(Field::name).equals(Optional.of(target)))
        .findFirst();
  }

  /** The entries whose source is that field. */
  public Stream<Entry> outOf(Field source) {
    return entries.stream().filter(entry -> entry.sources().contains(source));
  }

  /** The maker's parameter that takes a field. */
  public Optional<Parameter> parameter(Field field) {
    return maker.stream()
        .flatMap(callable -> callable.parameters().stream())
        .filter(parameter -> parameter.name().equals(field.name()))
        .findFirst();
  }

  /** The entries whose value is written once the target was made, which an update can repeat. */
  public List<Entry> writes() {
    return entries.stream()
        .filter(entry -> entry.isCarried() || entry.isHandedIn())
        .filter(entry -> entry.target().filter(this::isWritten).isPresent())
        .toList();
  }

  /** Whether what the source knows can be written over a target that is there already. */
  public boolean canUpdate() {
    return hop.to().role() == Role.PERSISTENCE && !writes().isEmpty();
  }

  private boolean isWritten(Field field) {
    return writer(field).isPresent() || living(field).isPresent() || adder(field).isPresent();
  }

  /**
   * How the values that a row holds are read, so that they can be changed in place; empty where the
   * maker takes them, or the target is no row, or holds them in an array or a map.
   */
  public Optional<Access> living(Field field) {
    boolean changeable =
        Container.of(field.type())
            .filter(kind -> kind != Container.ARRAY && kind != Container.MAP)
            .isPresent();
    return changeable
            && parameter(field).isEmpty()
            && adder(field).isEmpty()
            && hop.to().role() == Role.PERSISTENCE
        ? field.reader().filter(this::withinReach)
        : Optional.empty();
  }

  /**
   * How elements are handed to the target one by one once it was made; empty where there is another
   * way, or where a row could not be brought in line because it gives none up.
   */
  public Optional<Adder> adder(Field field) {
    return parameter(field).isPresent() || writer(field).isPresent()
        ? Optional.empty()
        : field
            .adder()
            .filter(adder -> withinReach(adder.add()))
            .filter(
                adder ->
                    hop.to().role() != Role.PERSISTENCE
                        || adder.remove().filter(this::withinReach).isPresent());
  }

  /** How a field is written once the target was made; empty where the maker takes it. */
  public Optional<Access> writer(Field field) {
    return parameter(field).isPresent()
        ? Optional.empty()
        : field.writer().filter(this::withinReach);
  }

  /** The fields that a changed object hands on to the one that is made in its place. */
  public boolean keeps(Entry entry) {
    return hop.changes()
        && entry.account() == Account.STAYS
        && entry.target().flatMap(this::parameter).isPresent();
  }

  /** The type in which a field is handed to the target: its parameter's or its writer's. */
  public Optional<TypeRef> slot(Field field) {
    return parameter(field)
        .map(Parameter::type)
        .or(() -> writer(field).map(Access::type))
        .or(() -> living(field).map(Access::type))
        .or(() -> adder(field).map(adder -> field.type()));
  }

  private boolean withinReach(Access access) {
    return access
            .visibility()
            .reaches(hop.outer().mapperPackage(), hop.to().shape().type().packageName())
        && access.through().filter(outer -> !withinReach(outer)).isEmpty();
  }
}
