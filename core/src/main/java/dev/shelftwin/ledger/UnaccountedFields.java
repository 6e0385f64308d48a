package dev.shelftwin.ledger;

import dev.shelftwin.ledger.FieldMapping.Side;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Visibility;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Accounts for the fields of one hop that have no counterpart. */
final class UnaccountedFields {

  private static final Set<FieldRole> WRITTEN_BY_STORE =
      EnumSet.of(FieldRole.KEY, FieldRole.VERSION, FieldRole.AUDIT);

  private final Pairing pairing;
  private final Hop hop;
  private final HopDirectives directives;
  private final ConversionResolver conversions;
  private final RowRelations relations;

  UnaccountedFields(
      Pairing pairing,
      Hop hop,
      HopDirectives directives,
      ConversionResolver conversions,
      RowRelations relations) {
    this.pairing = pairing;
    this.hop = hop;
    this.directives = directives;
    this.conversions = conversions;
    this.relations = relations;
  }

  /**
   * The mappings of a source field, or of its parts.
   *
   * @param consumed the names and paths that targets took
   */
  Stream<Accounted> ofSource(Field source, Set<String> consumed) {
    return unconsumed(source, consumed).map(this::ofSource);
  }

  /** The field, or those of its parts that no target took if some target took a part. */
  private Stream<Field> unconsumed(Field source, Set<String> consumed) {
    if (consumed.contains(source.name())) {
      return Stream.empty();
    }
    String below = source.name() + ".";
    if (consumed.stream().noneMatch(path -> path.startsWith(below))) {
      return Stream.of(source);
    }
    return conversions.partsOf(source.type()).stream()
        .flatMap(part -> pairing.field(hop.from(), below + part).stream())
        .flatMap(part -> unconsumed(part, consumed));
  }

  private Accounted ofSource(Field source) {
    Optional<Row> row = pairing.rowOf(source.name(), hop.from());
    Optional<Text> stays = row.flatMap(directives::stays);
    if (stays.isPresent()) {
      return stays(source, Side.SOURCE, stays.get().value(), row).reliesOn(stays).reliesOn(row);
    }
    List<Row> parts = partsThatStay(hop.from(), source);
    if (!parts.isEmpty()) {
      return stays(hop.from(), source, Side.SOURCE, parts);
    }
    Optional<OmittedField> omitted = hop.inward() ? Optional.empty() : omitted(source, hop.from());
    if (omitted.isPresent()) {
      return stays(source, Side.SOURCE, omitted.get().because(), row)
          .reliesOn(omitted.get().word());
    }
    Optional<Text> derived = row.flatMap(Row::derived);
    if (derived.isPresent()) {
      return Accounted.of(
          new FieldMapping.Derived(source, Side.SOURCE, derived.get().value(), row), row);
    }
    if (isStoredCopy(source, row)) {
      return stays(source, Side.SOURCE, "a copy of another column", row).reliesOn(row);
    }
    if (isParentField(hop.from(), source, row)) {
      return stays(source, Side.SOURCE, "set with its parent", row);
    }
    Optional<String> other = otherConcept(hop.from(), source);
    if (other.isPresent()) {
      return stays(source, Side.SOURCE, "mapped by " + other.get(), row);
    }
    if (!source.stored() || !isVisible(source, hop.from()) || isInternal(source, hop.from())) {
      return Accounted.NOTHING;
    }
    return byDefault(hop.from(), source, Side.SOURCE)
        .orElseGet(() -> Accounted.of(new FieldMapping.Lost(source, row)));
  }

  /** The mapping of a target field for which no source and no given value was found. */
  Accounted ofTarget(Field target, boolean canBeSet, boolean isParameter) {
    Optional<Row> row = pairing.rowOf(target.name(), hop.to());
    if (row.isEmpty() && isInternal(target, hop.to())) {
      return Accounted.NOTHING;
    }
    if (hop.changes() && canBeSet && directives.keepsPrevious(target)) {
      return stays(target, Side.TARGET, "as it is", row);
    }
    boolean parent = isParentField(hop.to(), target, row);
    if (parent || (!canBeSet && isWrittenByStore(target, row))) {
      Optional<Text> stays = row.flatMap(directives::stays);
      if (!parent && row.isEmpty() && isUnmapped(target)) {
        return byDefault(hop.to(), target, Side.TARGET).orElseThrow();
      }
      String reason =
          stays
              .map(Text::value)
              .orElse(parent ? "set with its parent" : internalReason(target.roles()));
      return stays(target, Side.TARGET, reason, row)
          .reliesOn(stays)
          .reliesOn(row.filter(said -> stays.isPresent() || said.stays().isEmpty()))
          .and(directives.source(target.name()).map(Field::name).stream(), Stream.empty());
    }
    List<Row> parts = isParameter ? List.of() : partsThatStay(hop.to(), target);
    if (!parts.isEmpty() && row.flatMap(directives::stays).isEmpty()) {
      return stays(hop.to(), target, Side.TARGET, parts);
    }
    Optional<Text> derived = row.flatMap(Row::derived);
    if (derived.isPresent() && hop.inward() && !isParameter) {
      return Accounted.of(
          new FieldMapping.Derived(target, Side.TARGET, derived.get().value(), row), row);
    }
    Optional<String> other = otherConcept(hop.to(), target);
    if (other.isPresent() && row.isEmpty() && !isParameter) {
      return stays(target, Side.TARGET, "mapped by " + other.get(), row);
    }
    Optional<Text> stays = row.flatMap(directives::stays);
    if (stays.isPresent() && !isParameter) {
      return stays(target, Side.TARGET, stays.get().value(), row).reliesOn(stays).reliesOn(row);
    }
    Optional<OmittedField> omitted =
        stays.isEmpty() && !isParameter && staysEmpty(target)
            ? omitted(target, hop.to())
            : Optional.empty();
    if (omitted.isPresent()) {
      return stays(target, Side.TARGET, omitted.get().because(), row)
          .reliesOn(omitted.get().word());
    }
    Optional<Accounted> byDefault =
        isParameter ? Optional.empty() : byDefault(hop.to(), target, Side.TARGET);
    return byDefault
        .orElseGet(() -> Accounted.of(new FieldMapping.Unfilled(target, row)))
        .reliesOn(stays)
        .reliesOn(row.filter(said -> stays.isPresent()));
  }

  private boolean isUnmapped(Field target) {
    return pairing.defaultOf(target.name(), hop.to()).filter(FieldDefault::isUnmapped).isPresent();
  }

  /** The rows about the parts of a field if each says that its part is not mapped, else none. */
  private List<Row> partsThatStay(ResolvedShape shape, Field field) {
    List<Row> rows =
        pairing.parts(field.name(), shape, hop.outer()).stream()
            .flatMap(part -> pairing.rowOf(field.name() + "." + part, shape).stream())
            .toList();
    return rows.stream().allMatch(row -> directives.stays(row).isPresent()) ? rows : List.of();
  }

  private Accounted stays(ResolvedShape shape, Field field, Side side, List<Row> parts) {
    String reason = directives.stays(parts.get(0)).map(Text::value).orElseThrow();
    Accounted accounted = stays(field, side, reason, pairing.rowOf(field.name(), shape));
    return accounted.and(
        Stream.empty(),
        parts.stream()
            .flatMap(row -> Stream.concat(Stream.of(row), directives.stays(row).stream())));
  }

  private static Accounted stays(Field field, Side side, String reason, Optional<Row> row) {
    return Accounted.of(new FieldMapping.Stays(field, side, reason, row));
  }

  /** The layer's default, or the role of a column that the store writes itself. */
  private Optional<Accounted> byDefault(ResolvedShape shape, Field field, Side side) {
    Optional<FieldDefault> oneWay = directives.oneWay(field.name(), shape);
    Optional<FieldDefault> said =
        oneWay.or(() -> pairing.defaultOf(field.name(), shape).filter(FieldDefault::isUnmapped));
    if (said.isPresent()) {
      String reason =
          oneWay
              .flatMap(found -> found.excluding(hop.inward()))
              .or(said.get()::stays)
              .map(Text::value)
              .orElse("not mapped in the layer " + shape.layer().name());
      return Optional.of(stays(field, side, reason, Optional.empty()).reliesOn(said.get()));
    }
    Optional<Row> row = pairing.rowOf(field.name(), shape);
    boolean says = row.filter(one -> one.role().isPresent() || !one.onlyRemarks()).isPresent();
    boolean internal = shape.role() == Role.PERSISTENCE && !says;
    boolean generated =
        field.roles().contains(FieldRole.KEY) || field.roles().contains(FieldRole.VERSION);
    return internal && generated
        ? Optional.of(stays(field, side, internalReason(field.roles()), row))
        : Optional.empty();
  }

  private static String internalReason(Set<FieldRole> roles) {
    if (roles.contains(FieldRole.KEY)) {
      return "generated key";
    }
    return roles.contains(FieldRole.VERSION) ? "optimistic lock" : "written by the store";
  }

  /** Another concept that maps a field of a row which several concepts share. */
  private Optional<String> otherConcept(ResolvedShape shape, Field field) {
    return shape.role() == Role.PERSISTENCE
        ? relations.otherConcept(shape.shape().type(), field, pairing.concept().name())
        : Optional.empty();
  }

  private record OmittedField(String because, Text word) {}

  /** Whether a target of the way in is complete without a field. */
  private boolean staysEmpty(Field target) {
    return hop.inward()
        && (hop.to().mayBeMissing(target) || Container.of(target.type()).isPresent());
  }

  /** Why the outer shape leaves out a field of the inner one. */
  private Optional<OmittedField> omitted(Field field, ResolvedShape inner) {
    String inHub = pairing.hubName(field.name(), inner);
    List<String> names = List.of(inHub, FieldPaths.head(inHub));
    for (Omission omission : pairing.concept().omissions()) {
      if (hop.outer().use().isNamed(omission.shape().value())) {
        for (Text name : omission.fields()) {
          if (names.contains(name.value())) {
            return Optional.of(new OmittedField(omission.because().value(), name));
          }
        }
      }
    }
    return Optional.empty();
  }

  /** Whether a column repeats one that is read; a request's fields may hold different values. */
  private boolean isStoredCopy(Field source, Optional<Row> row) {
    return hop.from().role() == Role.PERSISTENCE
        && row.filter(said -> said.copies(hop.from().use()).contains(source.name())).isPresent();
  }

  /** Whether a field refers from a row to its parent row. */
  private boolean isParentField(ResolvedShape shape, Field field, Optional<Row> row) {
    return shape.role() == Role.PERSISTENCE
        && (row.flatMap(Row::role).filter(FieldRole.PARENT::equals).isPresent()
            || relations.isParentField(shape.shape().type(), field));
  }

  private boolean isWrittenByStore(Field target, Optional<Row> row) {
    return hop.to().role() == Role.PERSISTENCE
        && Stream.concat(target.roles().stream(), row.flatMap(Row::role).stream())
            .anyMatch(WRITTEN_BY_STORE::contains);
  }

  /** Whether a field of a transfer type is in no document, and nothing outside can set it. */
  private static boolean isInternal(Field field, ResolvedShape shape) {
    return shape.role() == Role.TRANSFER
        && field.has(FieldTrait.OMITTED_FROM_DOCUMENTS)
        && field.writer().filter(UnaccountedFields::isOffered).isEmpty()
        && !isParameter(field, shape);
  }

  private static boolean isOffered(Access writer) {
    return writer.kind() == Access.Kind.METHOD || writer.visibility() == Visibility.PUBLIC;
  }

  private static boolean isParameter(Field field, ResolvedShape shape) {
    return shape.shape().creators().stream()
        .flatMap(creator -> creator.parameters().stream())
        .anyMatch(parameter -> parameter.name().equals(field.name()));
  }

  /** A domain type may store something that nobody outside can read or set. */
  static boolean isVisible(Field field, ResolvedShape shape) {
    return shape.role() != Role.DOMAIN
        || field.reader().filter(reader -> reader.kind() == Access.Kind.METHOD).isPresent()
        || isParameter(field, shape);
  }
}
