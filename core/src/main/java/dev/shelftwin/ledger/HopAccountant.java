package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.Accountant.Usage;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Scoped;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Accounts for every field on one hop. */
final class HopAccountant {

  private final Pairing pairing;
  private final Hop hop;
  private final Conversions conversions;
  private final Usage usage;
  private final Optional<Callable> maker;
  private final Set<String> consumed = new HashSet<>();

  HopAccountant(Pairing pairing, Hop hop, Conversions conversions, Usage usage) {
    this.pairing = pairing;
    this.hop = hop;
    this.conversions = conversions;
    this.usage = usage;
    this.maker = chooseMaker();
  }

  HopLedger account() {
    // The slots of a field depend on the maker alone, so an empty ledger can tell them.
    HopLedger slots = new HopLedger(hop, maker, List.of());
    List<Entry> entries = new ArrayList<>();
    for (Field target : targets()) {
      entries.add(fill(target, slots.slot(target)));
    }
    for (Field source : hop.from().shape().fields()) {
      if (!consumed.contains(source.name())) {
        rest(source).ifPresent(entries::add);
      }
    }
    return new HopLedger(hop, maker, entries);
  }

  private Entry fill(Field target, Optional<TypeRef> slot) {
    Optional<Row> row = pairing.rowOf(target.name(), hop.to());
    Optional<Given> given = row.flatMap(said -> given(said));
    if (given.isPresent()) {
      usage.mark(row.orElseThrow());
      return given(target, slot, given.get(), row.orElseThrow());
    }
    Optional<Entry> carried = slot.flatMap(type -> carry(target, type, row));
    if (carried.isPresent()) {
      return carried.get();
    }
    if (slot.isEmpty() && belongsToTheStore(target, row)) {
      source(target).ifPresent(source -> consumed.add(source.name()));
      row.filter(said -> said.stays().isEmpty()).ifPresent(usage::mark);
      String reason = row.flatMap(this::stays).map(Text::value).orElse("the store's own");
      return Entry.target(target, Account.STAYS, reason, row);
    }
    if (row.flatMap(Row::derived).isPresent() && hop.inward() && !isParameter(target)) {
      usage.mark(row.orElseThrow());
      String reason = row.flatMap(Row::derived).map(Text::value).orElse("");
      return Entry.target(target, Account.DERIVED, reason, row);
    }
    Optional<Text> stays = row.flatMap(this::stays);
    return stays.isPresent() && !isParameter(target)
        ? Entry.target(target, Account.STAYS, stays.get().value(), row)
        : Entry.target(target, Account.UNFILLED, "", row);
  }

  /** What the store writes itself, and nobody else may. */
  private boolean belongsToTheStore(Field target, Optional<Row> row) {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    roles.addAll(target.roles());
    row.flatMap(Row::role).ifPresent(roles::add);
    roles.retainAll(Set.of(FieldRole.KEY, FieldRole.VERSION, FieldRole.AUDIT));
    return hop.to().role() == Role.PERSISTENCE && !roles.isEmpty();
  }

  private Entry given(Field target, Optional<TypeRef> slot, Given given, Row row) {
    if (given.source() == Given.Source.CALLER && slot.isEmpty()) {
      return Entry.target(target, Account.UNFILLED, "", Optional.of(row));
    }
    Optional<Conversion> conversion =
        given.literal().flatMap(value -> conversions.literal(value, slot.orElse(target.type())));
    return Entry.given(target, given, conversion, row);
  }

  private Optional<Entry> carry(Field target, TypeRef slot, Optional<Row> row) {
    Optional<Field> source = source(target);
    if (source.isEmpty()) {
      return Optional.empty();
    }
    consumed.add(source.get().name());
    row.filter(said -> hasOtherName(source.get(), target)).ifPresent(usage::mark);
    Optional<Text> by = row.flatMap(said -> said(said.by(), said));
    by.ifPresent(word -> row.ifPresent(usage::mark));
    return Optional.of(
        conversions
            .between(source.get().type(), slot, by, hop.inward())
            .map(conversion -> Entry.carried(source.get(), target, conversion, row))
            .orElseGet(() -> Entry.mismatch(source.get(), target, row)));
  }

  private static boolean hasOtherName(Field source, Field target) {
    return !source.name().equals(target.name());
  }

  /** What becomes of a source field that no target took. */
  private Optional<Entry> rest(Field source) {
    Optional<Row> row = pairing.rowOf(source.name(), hop.from());
    Optional<Text> stays = row.flatMap(this::stays).or(() -> omitted(source));
    if (stays.isPresent()) {
      return Optional.of(Entry.source(source, Account.STAYS, stays.get().value(), row));
    }
    Optional<Text> derived = row.flatMap(Row::derived);
    if (derived.isPresent()) {
      row.ifPresent(usage::mark);
      return Optional.of(Entry.source(source, Account.DERIVED, derived.get().value(), row));
    }
    return source.stored() && isSeen(source, hop.from())
        ? Optional.of(Entry.source(source, Account.LOST, "", row))
        : Optional.empty();
  }

  private Optional<Text> omitted(Field source) {
    if (hop.inward()) {
      return Optional.empty();
    }
    for (Omission omission : pairing.concept().omissions()) {
      if (omission.shape().value().equals(hop.to().use().simpleName())) {
        for (Text field : omission.fields()) {
          if (field.value().equals(source.name())) {
            usage.mark(field);
            return Optional.of(omission.because());
          }
        }
      }
    }
    return Optional.empty();
  }

  /**
   * The fields to fill: what the target keeps, what only its maker asks for, what a row derives.
   */
  private List<Field> targets() {
    Shape shape = hop.to().shape();
    Stream<Field> asked =
        maker.stream()
            .flatMap(callable -> callable.parameters().stream())
            .filter(parameter -> shape.field(parameter.name()).isEmpty())
            .map(this::mereParameter);
    Stream<Field> kept =
        shape.fields().stream()
            .filter(field -> field.stored() ? isSeen(field, hop.to()) : isDerivedByRow(field));
    return Stream.concat(kept, asked).toList();
  }

  private Field mereParameter(Parameter parameter) {
    return new Field(
        parameter.name(),
        parameter.type(),
        parameter.type().isOptional() ? Presence.OPTIONAL : Presence.UNSAID,
        Limits.NONE,
        Set.of(),
        false,
        Optional.empty(),
        Optional.empty(),
        List.of(),
        maker.orElseThrow().place());
  }

  private boolean isDerivedByRow(Field field) {
    return hop.inward() && pairing.rowOf(field.name(), hop.to()).flatMap(Row::derived).isPresent();
  }

  /** A domain type may keep something that nobody outside can read or set: its own affair. */
  private static boolean isSeen(Field field, Station station) {
    return station.role() != Role.DOMAIN
        || field.reader().filter(reader -> reader.kind() == Access.Kind.METHOD).isPresent()
        || station.shape().makers().stream()
            .flatMap(maker -> maker.parameters().stream())
            .anyMatch(parameter -> parameter.name().equals(field.name()));
  }

  private Optional<Field> source(Field target) {
    Station outer = hop.outer();
    Optional<String> name =
        hop.inward() ? pairing.outward(target.name(), outer) : pairing.inward(target.name(), outer);
    return name.flatMap(hop.from().shape()::field)
        .filter(this::isReadable)
        .filter(field -> pairing.rowOf(field.name(), hop.from()).flatMap(this::stays).isEmpty());
  }

  private boolean isReadable(Field field) {
    String owner = hop.from().shape().type().packageName();
    return field
        .reader()
        .filter(reader -> reader.visibility().reaches(hop.outer().packageName(), owner))
        .isPresent();
  }

  /**
   * What a row gives on this hop: to the domain by its own field, outward to a field of its own.
   */
  private Optional<Given> given(Row row) {
    boolean ofDomain = row.named(pairing.concept().domain()).isPresent();
    if (ofDomain != hop.inward()) {
      return Optional.empty();
    }
    Optional<Given> given = said(row.given(), row);
    given.ifPresent(usage::mark);
    return given;
  }

  private Optional<Text> stays(Row row) {
    Optional<Text> stays = said(row.stays(), row);
    stays.ifPresent(
        word -> {
          usage.mark(word);
          usage.mark(row);
        });
    return stays;
  }

  /** What a row says for this hop's outer shape; said once for all, it holds for those it names. */
  private <T> Optional<T> said(Scoped<T> scoped, Row row) {
    Optional<T> said = scoped.at(hop.outer().use());
    boolean only =
        scoped.only().containsKey(hop.outer().use().simpleName())
            || scoped.only().containsKey(hop.outer().layer().name());
    return only || row.concerns(hop.outer().use(), pairing.concept()) ? said : Optional.empty();
  }

  private boolean isParameter(Field field) {
    return maker.stream()
        .flatMap(callable -> callable.parameters().stream())
        .anyMatch(parameter -> parameter.name().equals(field.name()));
  }

  /**
   * The maker that the plan names, else the one that leaves nothing unfilled and takes the most.
   */
  private Optional<Callable> chooseMaker() {
    Station to = hop.to();
    Optional<String> named =
        Optional.ofNullable(to.use().build().get(hop.from().use().simpleName())).map(Text::value);
    if (to.shape().kind() == Shape.Kind.ABSTRACT_CLASS && named.isEmpty()) {
      return Optional.empty();
    }
    return to.shape().makers().stream()
        .filter(candidate -> reaches(candidate))
        .filter(candidate -> named.isEmpty() || named.get().equals(calledBy(candidate)))
        .min(
            Comparator.comparingLong(this::unfilled).thenComparing(candidate -> -reach(candidate)));
  }

  private boolean reaches(Callable candidate) {
    return candidate
        .visibility()
        .reaches(hop.outer().packageName(), candidate.owner().packageName());
  }

  private static String calledBy(Callable candidate) {
    return candidate.isConstructor() ? "new" : candidate.name();
  }

  /** How many of its parameters nothing fills. */
  private long unfilled(Callable candidate) {
    return candidate.parameters().stream().filter(parameter -> !isFilled(parameter.name())).count();
  }

  /** How many fields of the target can be set when this makes it. */
  private long reach(Callable candidate) {
    HopLedger slots = new HopLedger(hop, Optional.of(candidate), List.of());
    return hop.to().shape().storedFields().filter(field -> slots.slot(field).isPresent()).count();
  }

  private boolean isFilled(String parameter) {
    Optional<Row> row = pairing.rowOf(parameter, hop.to());
    return row.flatMap(this::given).isPresent()
        || hop.to().shape().field(parameter).flatMap(this::source).isPresent();
  }
}
