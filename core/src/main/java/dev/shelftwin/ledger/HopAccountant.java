package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Accountant.Usage;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Literal;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
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
  private final Paths paths;
  private final Usage usage;
  private final HopWords words;
  private final MakerChoice choice;
  private final Leftovers leftovers;
  private final Optional<Callable> maker;
  private final Set<String> consumed = new HashSet<>();

  HopAccountant(
      Pairing pairing,
      Hop hop,
      Conversions conversions,
      Paths paths,
      Discovery discovery,
      Usage usage) {
    this.pairing = pairing;
    this.hop = hop;
    this.conversions = conversions;
    this.paths = paths;
    this.usage = usage;
    this.words = new HopWords(pairing, hop, usage);
    this.choice = new MakerChoice(pairing, hop, words);
    this.leftovers = new Leftovers(pairing, hop, words, conversions, discovery, usage);
    this.maker = choice.best();
  }

  HopLedger account() {
    // The slots of a field depend on the maker alone, so an empty ledger can tell them.
    HopLedger slots = new HopLedger(hop, maker, List.of());
    List<Entry> entries = new ArrayList<>();
    for (Field target : targets()) {
      entries.addAll(fill(target, slots.slot(target)));
    }
    for (Field source : hop.from().shape().fields()) {
      leftovers.of(source, consumed).forEach(entries::add);
    }
    return new HopLedger(hop, maker, entries)
        .withRivals(maker.map(choice::rivals).orElse(List.of()));
  }

  private List<Entry> fill(Field target, Optional<TypeRef> slot) {
    Optional<Row> row = pairing.rowOf(target.name(), hop.to());
    Optional<Given> given = row.flatMap(words::given);
    if (given.isPresent()) {
      usage.mark(row.orElseThrow());
      return List.of(given(target, slot, given.get(), row.orElseThrow()));
    }
    Optional<Entry> shared = slot.flatMap(type -> shared(target, type, row));
    if (shared.isPresent()) {
      return List.of(shared.get());
    }
    List<String> parts = parts(target);
    if (hop.changes() && !parts.isEmpty()) {
      return List.of(Entry.target(target, Account.UNFILLED, "", row));
    }
    if (!parts.isEmpty() && slot.isPresent()) {
      return isReference(target)
          ? List.of(refer(target, parts.get(0), slot.get()))
          : join(target, parts, slot.get(), row);
    }
    return List.of(
        slot.flatMap(type -> carry(target, type, row))
            .orElseGet(() -> uncarried(target, slot, row)));
  }

  /** The parts that rows pair; none where a change request mentions none of them. */
  private List<String> parts(Field target) {
    List<String> parts = pairing.parts(target.name(), hop.to(), hop.outer());
    boolean silent =
        hop.changes()
            && parts.stream().allMatch(part -> words.source(target.name() + "." + part).isEmpty());
    return silent ? List.of() : parts;
  }

  /** One field there for several here, or several there for one here, by the user's own class. */
  private Optional<Entry> shared(Field target, TypeRef slot, Optional<Row> row) {
    List<String> several = row.map(said -> said.several(hop.outer().use())).orElse(List.of());
    Optional<Text> by =
        several.isEmpty() ? Optional.empty() : words.said(row.get().by(), row.get());
    if (by.isEmpty()) {
      return Optional.empty();
    }
    if (hop.changes()) {
      // A part that is mentioned alone makes no whole.
      boolean silent = several.stream().allMatch(name -> pairing.field(hop.from(), name).isEmpty());
      return silent
          ? Optional.empty()
          : Optional.of(Entry.target(target, Account.UNFILLED, "", row));
    }
    usage.mark(row.get());
    return hop.inward()
        ? joinedByOwn(target, slot, row.get(), several, by.get())
        : row.get()
            .named(pairing.concept().hub())
            .flatMap(name -> pairing.field(hop.from(), name.value()))
            .map(
                source -> {
                  consumed.add(source.name());
                  return conversions
                      .part(by.get(), target.name(), source.type(), slot, false)
                      .map(way -> Entry.split(source, target, way, row))
                      .orElseGet(() -> Entry.mismatch(source, target, row));
                });
  }

  private Optional<Entry> joinedByOwn(
      Field target, TypeRef slot, Row row, List<String> several, Text by) {
    List<Field> sources =
        several.stream().flatMap(name -> pairing.field(hop.from(), name).stream()).toList();
    sources.forEach(source -> consumed.add(source.name()));
    if (sources.isEmpty()) {
      return Optional.empty();
    }
    List<TypeRef> types = sources.stream().map(Field::type).toList();
    Optional<Callable> joiner = conversions.joiner(by, types, slot);
    if (joiner.isEmpty()) {
      return Optional.of(Entry.mismatch(sources.get(0), target, Optional.of(row)));
    }
    List<Conversion> ways = new ArrayList<>();
    for (int index = 0; index < sources.size(); index++) {
      TypeRef taken = joiner.get().parameters().get(index).type();
      conversions
          .between(types.get(index), taken, Conversions.Wish.NONE, true)
          .ifPresent(ways::add);
    }
    Conversion way = conversions.join(joiner.get(), slot, ways, true);
    return Optional.of(Entry.joined(sources, target, way, Optional.of(row)));
  }

  private Entry uncarried(Field target, Optional<TypeRef> slot, Optional<Row> row) {
    if (hop.changes() && slot.isPresent() && words.keeps(target)) {
      return Entry.target(target, Account.STAYS, "as it is", row);
    }
    boolean wayBack = leftovers.isWayBack(hop.to(), target, row);
    if (wayBack || (slot.isEmpty() && belongsToTheStore(target, row))) {
      words.source(target).ifPresent(source -> consumed.add(source.name()));
      row.filter(said -> said.stays().isEmpty()).ifPresent(usage::mark);
      String own = wayBack ? "set with its parent" : "the store's own";
      String reason = row.flatMap(words::stays).map(Text::value).orElse(own);
      return Entry.target(target, Account.STAYS, reason, row);
    }
    if (row.flatMap(Row::derived).isPresent() && hop.inward() && !isParameter(target)) {
      usage.mark(row.orElseThrow());
      String reason = row.flatMap(Row::derived).map(Text::value).orElse("");
      return Entry.target(target, Account.DERIVED, reason, row);
    }
    Optional<String> keeper = leftovers.keeper(hop.to(), target);
    if (keeper.isPresent() && row.isEmpty()) {
      return Entry.target(target, Account.STAYS, "kept by " + keeper.get(), row);
    }
    Optional<Text> stays = row.flatMap(words::stays);
    return stays.isPresent() && !isParameter(target)
        ? Entry.target(target, Account.STAYS, stays.get().value(), row)
        : Entry.target(target, Account.UNFILLED, "", row);
  }

  /** A row that another row only points at is found by its key, never made. */
  private boolean isReference(Field target) {
    return hop.to().role() == Role.PERSISTENCE && paths.isEntity(target.type());
  }

  private Entry refer(Field target, String part, TypeRef slot) {
    String path = target.name() + "." + part;
    Optional<Row> row = pairing.rowOf(path, hop.to());
    row.ifPresent(usage::mark);
    Optional<Field> source = words.source(path);
    if (source.isEmpty()) {
      return Entry.target(target, Account.UNFILLED, "", row);
    }
    consumed.add(source.get().name());
    return pairing
        .field(hop.to(), path)
        .filter(key -> key.reader().isPresent())
        .flatMap(key -> conversions.toRow(source.get().type(), slot, key, part))
        .map(conversion -> Entry.carried(source.get(), target, conversion, row))
        .orElseGet(() -> Entry.mismatch(source.get(), target, row));
  }

  /** One field made from several, or from a part of another. */
  private List<Entry> join(Field target, List<String> parts, TypeRef slot, Optional<Row> whole) {
    Optional<Callable> taker = conversions.maker(slot, parts, hop.outer().mapperPackage());
    List<Entry> unfilled = new ArrayList<>();
    List<Field> sources = new ArrayList<>();
    List<Conversion> ways = new ArrayList<>();
    Optional<Row> row = whole;
    for (Parameter parameter : taker.map(Callable::parameters).orElse(List.of())) {
      String path = target.name() + "." + parameter.name();
      Optional<Field> source = words.source(path);
      source.ifPresent(field -> consumed.add(field.name()));
      Optional<Row> said = pairing.rowOf(path, hop.to());
      said.ifPresent(usage::mark);
      row = row.or(() -> said);
      Optional<Conversion> way =
          source.flatMap(
              field ->
                  conversions.between(field.type(), parameter.type(), wish(said), hop.inward()));
      if (way.isEmpty()) {
        Field part =
            pairing.field(hop.to(), path).orElseGet(() -> mereParameter(parameter, taker.get()));
        unfilled.add(
            source
                .map(field -> Entry.mismatch(field, part, said))
                .orElseGet(() -> Entry.target(part, Account.UNFILLED, "", said)));
      } else {
        sources.add(source.orElseThrow());
        ways.add(way.get());
      }
    }
    if (taker.isEmpty()) {
      return List.of(Entry.target(target, Account.UNFILLED, "", row));
    }
    return unfilled.isEmpty()
        ? List.of(
            Entry.joined(
                sources, target, conversions.join(taker.get(), slot, ways, hop.inward()), row))
        : unfilled;
  }

  private Conversions.Wish wish(Optional<Row> row) {
    return new Conversions.Wish(
        used(row.flatMap(said -> words.said(said.by(), said, hop.outer())), row),
        used(row.flatMap(Row::unit), row),
        used(row.flatMap(said -> words.said(said.codes(), said, hop.outer())), row));
  }

  private <T> Optional<T> used(Optional<T> word, Optional<Row> row) {
    word.ifPresent(said -> row.ifPresent(usage::mark));
    return word;
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
    boolean needsSlot =
        given.source() != Given.Source.FACTORY && given.source() != Given.Source.VALUE;
    boolean asked =
        given.source() == Given.Source.FACTORY
            && maker.filter(chosen -> chosen.needs(target.name())).isPresent();
    if (asked || (needsSlot && slot.isEmpty())) {
      return Entry.target(target, Account.UNFILLED, "", Optional.of(row));
    }
    Optional<Conversion> conversion =
        given.literal().flatMap(value -> conversions.literal(value, slot.orElse(target.type())));
    return Entry.given(target, given, conversion, row);
  }

  private Optional<Entry> carry(Field target, TypeRef slot, Optional<Row> row) {
    Optional<String> path = words.sourcePath(target.name());
    Optional<Field> source = words.source(target);
    if (source.isEmpty()) {
      return Optional.empty();
    }
    consumed.add(source.get().name());
    row.filter(said -> hasOtherName(source.get(), target)).ifPresent(usage::mark);
    Conversions.Wish wish = wish(row);
    if (isReferred(path.orElseThrow())) {
      return Optional.of(fromRow(path.get(), target, slot, row));
    }
    boolean part = !Paths.isWhole(source.get().name()) && hasSeveralParts(path.get());
    return Optional.of(
        convert(source.get(), target, slot, wish, row)
            .flatMap(way -> orElse(way, source.get(), target, slot, row))
            .map(
                conversion ->
                    part
                        ? Entry.split(source.get(), target, conversion, row)
                        : Entry.carried(source.get(), target, conversion, row))
            .orElseGet(() -> Entry.mismatch(source.get(), target, row)));
  }

  /** Past the domain a value takes the same two steps, but where there is nothing to do. */
  private Optional<Conversion> convert(
      Field source, Field target, TypeRef slot, Conversions.Wish wish, Optional<Row> row) {
    Optional<Conversion> straight = conversions.between(source.type(), slot, wish, hop.inward());
    if (!hop.isDirect()) {
      return straight;
    }
    Optional<Row> there = pairing.rowOf(source.name(), hop.from());
    boolean said =
        Stream.concat(row.stream(), there.stream())
            .anyMatch(one -> !one.by().isEmpty() || !one.codes().isEmpty());
    Optional<Field> inside =
        pairing.inward(target.name(), hop.to()).flatMap(name -> pairing.field(pairing.hub(), name));
    boolean alike = source.type().present().boxed().equals(slot.present().boxed());
    boolean mapped =
        straight.stream().flatMap(Conversion::forms).anyMatch(Form.Mapped.class::isInstance);
    if (inside.isEmpty() || (alike && !said) || mapped) {
      return straight;
    }
    Conversions.Wish first =
        new Conversions.Wish(
            there.flatMap(one -> one.by().at(hop.from().use())),
            there.flatMap(Row::unit),
            there.flatMap(one -> one.codes().at(hop.from().use())));
    return conversions
        .between(source.type(), inside.get().type(), first, true)
        .flatMap(
            in ->
                conversions
                    .between(inside.get().type(), slot, wish, false)
                    .map(
                        out ->
                            new Conversion(
                                Stream.concat(in.steps().stream(), out.steps().stream())
                                    .toList())));
  }

  /** What a row says for a missing value holds where one may be missing and is needed. */
  private Optional<Conversion> orElse(
      Conversion way, Field source, Field target, TypeRef slot, Optional<Row> row) {
    Optional<Literal> absent =
        row.flatMap(said -> words.said(said.absent(), said))
            .filter(word -> hop.from().mayBeMissing(source) && !hop.to().mayBeMissing(target));
    row.filter(said -> absent.isPresent()).ifPresent(usage::mark);
    return absent.isEmpty() ? Optional.of(way) : conversions.orElse(way, absent.get(), slot);
  }

  private boolean hasSeveralParts(String path) {
    return pairing
        .field(hop.from(), Paths.head(path))
        .filter(head -> conversions.partsOf(head.type()).size() > 1)
        .isPresent();
  }

  /** Whether a path leads through a row of its own, or through several values. */
  private boolean isReferred(String path) {
    return !Paths.isWhole(path)
        && hop.from()
            .shape()
            .field(Paths.head(path))
            .filter(
                head ->
                    Container.of(head.type()).isPresent()
                        || (hop.from().role() == Role.PERSISTENCE && paths.isEntity(head.type())))
            .isPresent();
  }

  private Entry fromRow(String path, Field target, TypeRef slot, Optional<Row> row) {
    Field head = hop.from().shape().field(Paths.head(path)).orElseThrow();
    consumed.add(head.name());
    Access key =
        Paths.innermost(pairing.field(hop.from(), path).flatMap(Field::reader).orElseThrow());
    return conversions
        .fromRow(head.type(), slot, key, Paths.rest(path))
        .map(conversion -> Entry.carried(head, target, conversion, row))
        .orElseGet(() -> Entry.mismatch(head, target, row));
  }

  private static boolean hasOtherName(Field source, Field target) {
    return !source.name().equals(target.name());
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
            .map(parameter -> mereParameter(parameter, maker.orElseThrow()));
    Stream<Field> kept =
        shape.fields().stream()
            .filter(
                field ->
                    field.stored() ? Leftovers.isSeen(field, hop.to()) : isDerivedByRow(field));
    return Stream.concat(kept, asked).toList();
  }

  private static Field mereParameter(Parameter parameter, Callable maker) {
    Presence presence = parameter.type().isOptional() ? Presence.OPTIONAL : Presence.UNSAID;
    return Field.unkept(parameter.name(), parameter.type(), presence, maker.place());
  }

  private boolean isDerivedByRow(Field field) {
    return hop.inward() && pairing.rowOf(field.name(), hop.to()).flatMap(Row::derived).isPresent();
  }

  private boolean isParameter(Field field) {
    return maker.stream()
        .flatMap(callable -> callable.parameters().stream())
        .anyMatch(parameter -> parameter.name().equals(field.name()));
  }
}
