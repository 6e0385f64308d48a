package dev.shelftwin.generate;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Dependency;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** What the mapper of one concept knows of the mappers it is handed. */
final class NestedMappers {

  private final Ledger ledger;
  private final ConceptLedger own;
  private final CodeTables tables;
  private final OwnConverters converters;

  NestedMappers(Ledger ledger, ConceptLedger own, CodeTables tables, OwnConverters converters) {
    this.ledger = ledger;
    this.own = own;
    this.tables = tables;
    this.converters = converters;
  }

  /** The users' own objects that this mapper keeps. */
  OwnConverters converters() {
    return converters;
  }

  /** What stands for the constants of enumerations in this mapper. */
  CodeTables tables() {
    return tables;
  }

  /** What the code calls the mapper; a concept within itself is carried by the same mapper. */
  String name(Form.Mapped mapped) {
    return mapped.concept().equals(own.name())
        ? "this"
        : MapperNames.variable(mapped.concept()) + "Mapper";
  }

  String method(Form.Mapped mapped) {
    return MapperNames.method(hop(mapped).hop().to());
  }

  static String finder(Form.Found found) {
    return Dependency.finder(found);
  }

  ConceptLedger concept(Form.Mapped mapped) {
    return ledger.concept(mapped.concept()).orElseThrow();
  }

  HopLedger hop(Form.Mapped mapped) {
    return concept(mapped).hop(mapped.from(), mapped.to()).orElseThrow();
  }

  /** Whether a mapper writes over a row that is there already, of any kind. */
  boolean canUpdate(Form.Mapped mapped) {
    HopLedger hop = hop(mapped);
    boolean ofKinds = hop.family().isPresent() && hop.hop().to().role() == Role.PERSISTENCE;
    return hop.canUpdate()
        || (ofKinds && hop.kinds().stream().allMatch(kind -> hop(kind).canUpdate()));
  }

  /** The field of a row that leads back to the one it is a part of. */
  Optional<Field> wayBack(Form.Mapped mapped, Station parent) {
    HopLedger hop = hop(mapped);
    Station child = hop.hop().to();
    TypeRef type = parent.shape().type();
    return child
        .shape()
        .storedFields()
        .filter(field -> concept(mapped).roles(child, field).contains(FieldRole.PARENT))
        .filter(field -> field.writer().isPresent())
        .min(Comparator.comparing(field -> !field.type().equals(type)));
  }

  /** Whether a conversion refuses some values. */
  boolean mayRefuse(Conversion conversion) {
    return mayRefuse(conversion, new HashSet<>());
  }

  private boolean mayRefuse(Conversion conversion, Set<Form.Mapped> open) {
    return conversion.mayRefuse(
        mapped ->
            open.add(mapped)
                && (hop(mapped).hop().inward()
                    || hop(mapped).family().isPresent()
                    || hop(mapped).entries().stream()
                        .flatMap(entry -> entry.conversion().stream())
                        .anyMatch(inner -> mayRefuse(inner, open))));
  }
}
