package dev.shelftwin.generate;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** The calls that the mapper of one concept makes: of other mappers, converters and code tables. */
final class MapperCalls {

  private final Ledger ledger;
  private final ConceptLedger own;
  private final CodeTables tables;
  private final OwnConverters converters;

  MapperCalls(Ledger ledger, ConceptLedger own, CodeTables tables, OwnConverters converters) {
    this.ledger = ledger;
    this.own = own;
    this.tables = tables;
    this.converters = converters;
  }

  /** The users' converters that this mapper keeps. */
  OwnConverters converters() {
    return converters;
  }

  /** The code tables of this mapper. */
  CodeTables tables() {
    return tables;
  }

  /** The variable of a mapper; nested objects of the same concept are mapped by this mapper. */
  String name(Operation.CallMapper call) {
    return call.concept().equals(own.name())
        ? "this"
        : MapperNames.variable(call.concept()) + "Mapper";
  }

  String method(Operation.CallMapper call) {
    return MapperNames.method(hop(call).hop().to());
  }

  static String finder(Operation.FindRow find) {
    return "find" + find.row().simpleName();
  }

  static String supplier(Field field) {
    return field.name() + "Supplier";
  }

  ConceptLedger concept(Operation.CallMapper call) {
    return ledger.concept(call.concept()).orElseThrow();
  }

  HopLedger hop(Operation.CallMapper call) {
    return ledger.hop(call);
  }

  /** Whether a mapper can update an existing row, of every subtype. */
  boolean canUpdate(Operation.CallMapper call) {
    HopLedger hop = hop(call);
    boolean ofSubtypes =
        hop.family().isPresent()
            && hop.hop().to().role() == Role.PERSISTENCE
            && hop.subtypes().stream().allMatch(subtype -> hop(subtype).canUpdate());
    return hop.canUpdate() || ofSubtypes;
  }

  /** The field of a child row that refers to its parent. */
  Optional<Field> parentField(Operation.CallMapper call, ResolvedShape parent) {
    return ledger.parentField(call, parent);
  }

  /** Whether a conversion rejects some values. */
  boolean mayReject(Conversion conversion) {
    return mayReject(conversion, new HashSet<>());
  }

  private boolean mayReject(Conversion conversion, Set<Operation.CallMapper> visited) {
    return conversion.mayReject(
        call ->
            visited.add(call)
                && (hop(call).hop().inward()
                    || hop(call).family().isPresent()
                    || hop(call).mappings().stream()
                        .flatMap(mapping -> mapping.conversion().stream())
                        .anyMatch(nested -> mayReject(nested, visited))));
  }
}
