package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.ConversionResolver.ConversionWords;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Accounts for all fields of one hop with one creator of the target. Nothing it uses changes. */
final class HopAccounting {

  private final Pairing pairing;
  private final Hop hop;
  private final ConversionResolver conversions;
  private final HopDirectives directives;
  private final UnaccountedFields unaccounted;
  private final SeveralFields several;
  private final Optional<Creator> creator;
  private final HopLedger slots;

  /** Whether every field of the target can be set, in whatever way. */
  private final boolean setsAll;

  HopAccounting(
      Pairing pairing,
      Hop hop,
      ConversionResolver conversions,
      RowRelations relations,
      Optional<Creator> creator) {
    this(pairing, hop, conversions, relations, creator, false);
  }

  private HopAccounting(
      Pairing pairing,
      Hop hop,
      ConversionResolver conversions,
      RowRelations relations,
      Optional<Creator> creator,
      boolean setsAll) {
    this.setsAll = setsAll;
    this.pairing = pairing;
    this.hop = hop;
    this.conversions = conversions;
    this.directives = new HopDirectives(pairing, hop, setsAll);
    this.unaccounted = new UnaccountedFields(pairing, hop, directives, conversions, relations);
    this.several = new SeveralFields(pairing, hop, conversions, directives);
    this.creator = creator;
    // Parameter types depend only on the creator, so they are known before any field is mapped.
    boolean isToChild = relations.isChild(hop.to().shape().type());
    this.slots = new HopLedger(hop, creator, isToChild, List.of());
  }

  /** Accounts for a hop whose mapper the users have written, however it creates the target. */
  static HopAccounting ofExistingMapper(
      Pairing pairing, Hop hop, ConversionResolver conversions, RowRelations relations) {
    return new HopAccounting(pairing, hop, conversions, relations, Optional.empty(), true);
  }

  HopOutcome account() {
    List<Accounted> accounted = new ArrayList<>();
    targets().forEach(target -> accounted.add(ofTarget(target)));
    Set<String> consumed = new HashSet<>();
    accounted.forEach(one -> consumed.addAll(one.consumed()));
    for (Field source : hop.from().shape().fields()) {
      unaccounted.ofSource(source, consumed).forEach(accounted::add);
    }
    Set<PlanWord> words = new HashSet<>();
    accounted.forEach(one -> words.addAll(RowWord.withRows(one.words())));
    List<FieldMapping> mappings =
        accounted.stream().flatMap(one -> one.mappings().stream()).toList();
    return new HopOutcome(new HopLedger(hop, creator, slots.isToChild(), mappings), words);
  }

  /**
   * The fields to fill: those that the target stores, those that only the creator takes, and those
   * that a row derives.
   */
  private Stream<Field> targets() {
    Shape shape = hop.to().shape();
    Stream<Field> stored =
        shape.fields().stream()
            .filter(
                field ->
                    field.stored()
                        ? UnaccountedFields.isVisible(field, hop.to())
                        : isDerivedByRow(field));
    Stream<Field> onlyTaken =
        creator.stream()
            .flatMap(one -> one.parameters().stream())
            .filter(parameter -> shape.field(parameter.name()).isEmpty())
            .map(parameter -> ofParameter(parameter, creator.orElseThrow()));
    return Stream.concat(stored, onlyTaken);
  }

  static Field ofParameter(Parameter parameter, Creator creator) {
    Presence presence = parameter.type().isOptional() ? Presence.OPTIONAL : Presence.UNSPECIFIED;
    return Field.ofParameter(parameter.name(), parameter.type(), presence, creator.place());
  }

  private boolean isDerivedByRow(Field field) {
    return hop.inward() && pairing.rowOf(field.name(), hop.to()).flatMap(Row::derived).isPresent();
  }

  private Accounted ofTarget(Field target) {
    Optional<TypeRef> slot =
        setsAll && !isDerivedByRow(target)
            ? slots.slot(target).or(() -> Optional.of(target.type()))
            : slots.slot(target);
    Optional<Row> row = pairing.rowOf(target.name(), hop.to());
    Optional<GivenValue> given = row.flatMap(directives::given);
    if (given.isPresent()) {
      return given(target, slot, given.get(), row.orElseThrow());
    }
    return slot.map(type -> fill(target, type, row))
        .orElseGet(() -> compare(target, row))
        .orElseGet(() -> unaccounted.ofTarget(target, slot.isPresent(), needsValue(target, slot)));
  }

  /** A version that the mapper cannot write, if something else of the row can be updated. */
  private Optional<Accounted> compare(Field target, Optional<Row> row) {
    if (row.flatMap(directives::stays).isPresent()
        || hop.to().shape().fields().stream().noneMatch(slots::isWritten)) {
      return Optional.empty();
    }
    return directives
        .source(target.name())
        .filter(source -> slots.isComparable(source, target, row))
        .flatMap(
            source ->
                new FieldConversion(pairing, hop, conversions, directives)
                    .of(source, target, target.type().boxed(), row)
                    .map(how -> new ComparedVersion(source, target, how, row)))
        .map(Accounted::of);
  }

  /** Whether the creator has a parameter for a target that must not be missing. */
  private boolean needsValue(Field target, Optional<TypeRef> slot) {
    boolean mayBeNull =
        hop.to().mayBeMissing(target) && slot.filter(TypeRef::isPrimitive).isEmpty();
    return !mayBeNull && creator.filter(one -> one.requires(target.name())).isPresent();
  }

  private Accounted given(Field target, Optional<TypeRef> slot, GivenValue given, Row row) {
    boolean conflicts =
        given instanceof GivenValue.FactoryRule
            && creator.filter(one -> one.requires(target.name())).isPresent();
    boolean needsSlot =
        !(given instanceof GivenValue.FactoryRule || given instanceof GivenValue.Constant);
    FieldMapping mapping =
        conflicts || (needsSlot && slot.isEmpty())
            ? new FieldMapping.Unfilled(target, Optional.of(row))
            : new FieldMapping.Given(
                target, given, constant(given, slot.orElse(target.type())), row);
    return Accounted.of(mapping).reliesOn(given, row);
  }

  private Optional<Conversion> constant(GivenValue given, TypeRef type) {
    return given instanceof GivenValue.Constant constant
        ? constant.literal().flatMap(literal -> conversions.constant(literal, type))
        : Optional.empty();
  }

  /** Fills a target that the mapper can set; empty if it has no source. */
  private Optional<Accounted> fill(Field target, TypeRef slot, Optional<Row> row) {
    Optional<Accounted> byOwnClass = several.byOwnClass(target, slot, row);
    if (byOwnClass.isPresent()) {
      return byOwnClass;
    }
    List<String> parts = several.parts(target);
    if (parts.isEmpty()) {
      return carry(target, slot, row);
    }
    if (hop.changes()) {
      return Optional.of(several.changed(target, parts, row));
    }
    return isReference(target)
        ? refer(target, parts.get(0), slot)
        : Optional.of(several.join(target, parts, slot, row));
  }

  /** A row that another row only refers to is found by its key, never created. */
  private boolean isReference(Field target) {
    return hop.to().role() == Role.PERSISTENCE && pairing.paths().isEntity(target.type());
  }

  /** Empty if the row's key has no source: then the reference has no source either. */
  private Optional<Accounted> refer(Field target, String part, TypeRef slot) {
    String path = target.name() + "." + part;
    Optional<Row> row = pairing.rowOf(path, hop.to());
    Optional<Field> source = directives.source(path);
    if (source.isEmpty()) {
      return Optional.empty();
    }
    FieldMapping mapping =
        pairing
            .field(hop.to(), path)
            .filter(key -> key.reader().filter(FieldPaths::isOfRow).isPresent())
            .flatMap(key -> conversions.toRow(source.get().type(), slot, key, part))
            .map(conversion -> flow(source.get(), target, conversion, row))
            .orElseGet(() -> new FieldMapping.Mismatched(List.of(source.get()), target, row));
    return Optional.of(Accounted.of(mapping, row));
  }

  private static FieldMapping flow(
      Field source, Field target, Conversion conversion, Optional<Row> row) {
    return conversion.isNone()
        ? new FieldMapping.Carried(source, target, conversion, row)
        : new FieldMapping.Converted(source, target, conversion, row);
  }

  /** Maps the field that the plan or the name pairs with the target. */
  private Optional<Accounted> carry(Field target, TypeRef slot, Optional<Row> row) {
    Optional<Field> source = directives.source(target.name());
    if (source.isEmpty()) {
      return Optional.empty();
    }
    String path = directives.sourcePath(target.name()).orElseThrow();
    ConversionWords words = directives.conversionWords(row);
    boolean rowDecides = !source.get().name().equals(target.name()) || !words.isEmpty();
    Accounted accounted =
        isThroughOtherRow(path)
            ? fromRow(path, target, slot, row)
            : convert(source.get(), target, slot, path, row);
    return Optional.of(accounted.reliesOn(row.filter(said -> rowDecides)));
  }

  /** Whether a path leads through another row, or through several values. */
  private boolean isThroughOtherRow(String path) {
    return !FieldPaths.isSingleName(path)
        && hop.from()
            .shape()
            .field(FieldPaths.head(path))
            .filter(
                head ->
                    Container.of(head.type()).isPresent()
                        || (hop.from().role() == Role.PERSISTENCE && isOtherRow(head)))
            .isPresent();
  }

  /** Whether a field refers to a row, whatever type its getter returns. */
  private boolean isOtherRow(Field head) {
    return head.has(FieldTrait.OTHER_ROW) || pairing.paths().isEntity(head.type());
  }

  private Accounted fromRow(String path, Field target, TypeRef slot, Optional<Row> row) {
    Field head = hop.from().shape().field(FieldPaths.head(path)).orElseThrow();
    Access key =
        FieldPaths.fromHead(pairing.field(hop.from(), path).flatMap(Field::reader).orElseThrow());
    FieldMapping mapping =
        conversions
            .fromRow(head.type(), slot, key, FieldPaths.rest(path))
            .map(conversion -> flow(head, target, conversion, row))
            .orElseGet(() -> new FieldMapping.Mismatched(List.of(head), target, row));
    return Accounted.of(mapping);
  }

  private Accounted convert(
      Field source, Field target, TypeRef slot, String path, Optional<Row> row) {
    AbsentValue absent = new AbsentValue(hop, directives, conversions);
    boolean part = !FieldPaths.isSingleName(source.name()) && hasSeveralParts(path);
    FieldMapping mapping =
        new FieldConversion(pairing, hop, conversions, directives)
            .of(source, target, slot, row)
            .flatMap(conversion -> absent.replaced(conversion, source, target, slot, row))
            .map(
                conversion ->
                    part
                        ? new FieldMapping.Split(source, target, conversion, row)
                        : flow(source, target, conversion, row))
            .orElseGet(() -> new FieldMapping.Mismatched(List.of(source), target, row));
    return Accounted.of(mapping, directives.conversionWords(row).deciding())
        .and(Stream.empty(), absent.words(source, target, row));
  }

  private boolean hasSeveralParts(String path) {
    return pairing
        .field(hop.from(), FieldPaths.head(path))
        .filter(head -> conversions.partsOf(head.type()).size() > 1)
        .isPresent();
  }
}
