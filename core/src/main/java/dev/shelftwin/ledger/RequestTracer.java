package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.StoredRequest.StoredPart;
import dev.shelftwin.ledger.StoredRequest.StoredRow;
import dev.shelftwin.ledger.StoredRequest.StoredValue;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * Follows the values of a request through the hub to the columns that they become.
 *
 * @param in from the request to the hub
 * @param store the name of the layer of the rows
 */
record RequestTracer(Ledger ledger, ConceptLedger concept, HopLedger in, String store) {

  /** The requests of a concept from one layer whose values become columns of another layer. */
  static List<StoredRequest> of(Ledger ledger, ConceptLedger concept, Layer layer, String store) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().from().layer().equals(layer))
        .filter(hop -> isStored(concept, hop, store))
        .map(hop -> new RequestTracer(ledger, concept, hop, store).trace())
        .toList();
  }

  /** Whether the values of a request become columns; a request with type arguments is left out. */
  private static boolean isStored(ConceptLedger concept, HopLedger in, String store) {
    ResolvedShape request = in.hop().from();
    return request.role() == Role.TRANSFER
        && in.hop().inward()
        && in.family().isEmpty()
        && request.shape().type().arguments().isEmpty()
        && rows(concept, in, store).findAny().isPresent();
  }

  /** The rows that a request becomes. */
  private static Stream<ResolvedShape> rows(ConceptLedger concept, HopLedger in, String store) {
    ResolvedShape hub = in.hop().to();
    Stream<ResolvedShape> ofHub =
        concept.hops().stream()
            .map(HopLedger::hop)
            .filter(out -> out.from().equals(hub))
            .map(Hop::to);
    return Stream.concat(Stream.of(hub), ofHub)
        .filter(row -> row.role() == Role.PERSISTENCE && row.layer().name().equals(store));
  }

  StoredRequest trace() {
    return new StoredRequest(in.hop().from(), rows(concept, in, store).map(this::row).toList());
  }

  private StoredRow row(ResolvedShape row) {
    List<StoredValue> values = new ArrayList<>();
    List<StoredPart> parts = new ArrayList<>();
    for (FieldMapping mapping : in.mappings()) {
      if (mapping.target().isPresent()) {
        for (Field from : mapping.sources()) {
          follow(row, mapping, from, values, parts);
        }
      }
    }
    return new StoredRow(row, values, parts, keys(row, values));
  }

  private void follow(
      ResolvedShape row,
      FieldMapping mapping,
      Field from,
      List<StoredValue> values,
      List<StoredPart> parts) {
    Field middle = mapping.target().orElseThrow();
    Optional<Operation.CallMapper> call = call(mapping.conversion());
    for (Way way : ways(middle, row)) {
      boolean isWhole = way.source().name().equals(middle.name());
      if (isWhole && call.isPresent() && way.callsMapper()) {
        part(from, call.get()).ifPresent(parts::add);
      } else if (!way.into().has(FieldTrait.STORED_AS_ROWS)) {
        values.add(
            isWhole
                ? value(row, from, way.into(), mapping.conversion(), way.how())
                : value(
                    row,
                    call.flatMap(other -> within(from, other, way.partOf(middle))).orElse(from),
                    way.into(),
                    Optional.empty(),
                    Optional.empty()));
      }
    }
  }

  /**
   * The way of a field of the hub, or of a part of it, to the row.
   *
   * @param callsMapper whether another mapper makes a row of it
   */
  private record Way(Field source, Field into, Optional<Conversion> how, boolean callsMapper) {

    String partOf(Field whole) {
      return source.name().substring(whole.name().length() + 1);
    }
  }

  private List<Way> ways(Field middle, ResolvedShape row) {
    ResolvedShape hub = in.hop().to();
    if (hub.equals(row)) {
      return List.of(new Way(middle, middle, Optional.of(Conversion.NONE), true));
    }
    return concept.hop(hub, row).stream()
        .flatMap(hop -> hop.mappings().stream())
        .filter(out -> out.target().isPresent())
        .flatMap(
            out ->
                out.sources().stream()
                    .filter(source -> (source.name() + ".").startsWith(middle.name() + "."))
                    .map(
                        source ->
                            new Way(
                                source,
                                out.target().get(),
                                out.conversion(),
                                call(out.conversion()).isPresent())))
        .toList();
  }

  private static Optional<Operation.CallMapper> call(Optional<Conversion> conversion) {
    return conversion.stream()
        .flatMap(how -> how.operations(Operation.CallMapper.class))
        .findFirst();
  }

  private Optional<StoredPart> part(Field from, Operation.CallMapper call) {
    return ledger
        .concept(call.concept())
        .flatMap(
            other ->
                other
                    .hop(call.from(), call.to())
                    .filter(hop -> isStored(other, hop, store))
                    .map(hop -> new StoredPart(from, other, hop.hop().from())));
  }

  /** The field of a nested object that becomes a field of the nested hub. */
  private Optional<Field> within(Field from, Operation.CallMapper call, String hubField) {
    return ledger
        .concept(call.concept())
        .flatMap(other -> other.hop(call.from(), call.to()))
        .flatMap(hop -> hop.into(hubField))
        .flatMap(FieldMapping::source)
        .map(inner -> FieldPaths.joined(from, inner));
  }

  private StoredValue value(
      ResolvedShape row,
      Field from,
      Field into,
      Optional<Conversion> inward,
      Optional<Conversion> outward) {
    boolean keepsLength =
        from.type().present().isLang("String")
            && inward.filter(RequestTracer::keepsLength).isPresent()
            && outward.filter(RequestTracer::keepsLength).isPresent();
    return new StoredValue(
        from,
        into,
        into.externalName().orElseGet(() -> columnName(into, outward)),
        keepsLength ? into.limits().maxLength() : OptionalInt.empty(),
        concept.roles(row, into).contains(FieldRole.VERSION));
  }

  /** Jakarta Persistence 3.2, §11.1.9 and §11.1.25; most keys are called id. */
  private static String columnName(Field into, Optional<Conversion> outward) {
    String name = into.member();
    boolean refers =
        outward
            .filter(how -> how.operations(Operation.FindRow.class).findAny().isPresent())
            .isPresent();
    return refers ? name + "_id" : name;
  }

  /** Whether a text keeps its length: it is only put into a value object, or taken out of one. */
  private static boolean keepsLength(Conversion how) {
    return how.operations()
        .allMatch(
            one ->
                one instanceof Operation.Construct
                    || one instanceof Operation.Read
                    || (one instanceof Operation.CallStatic call
                        && !call.owner().packageName().startsWith("java.")));
  }

  private static List<Table.Key> keys(ResolvedShape row, List<StoredValue> values) {
    List<String> columns = values.stream().map(StoredValue::column).toList();
    Stream<Table.Key> ofTable = row.shape().table().stream().flatMap(one -> one.keys().stream());
    Stream<Table.Key> ofColumns =
        values.stream()
            .filter(value -> value.into().limits().unique())
            .map(value -> new Table.Key("", List.of(value.column())));
    return Stream.concat(ofTable, ofColumns)
        .filter(key -> key.columns().stream().anyMatch(columns::contains))
        .distinct()
        .toList();
  }
}
