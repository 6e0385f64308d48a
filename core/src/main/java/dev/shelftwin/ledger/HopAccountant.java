package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Accountant.Usage;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Literal;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Scoped;
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
  private final Paths paths;
  private final Discovery discovery;
  private final Usage usage;
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
    this.discovery = discovery;
    this.usage = usage;
    this.maker = chooseMaker();
  }

  HopLedger account() {
    // The slots of a field depend on the maker alone, so an empty ledger can tell them.
    HopLedger slots = new HopLedger(hop, maker, List.of());
    List<Entry> entries = new ArrayList<>();
    for (Field target : targets()) {
      entries.addAll(fill(target, slots.slot(target)));
    }
    for (Field source : hop.from().shape().fields()) {
      unconsumed(source).flatMap(field -> rest(field).stream()).forEach(entries::add);
    }
    return new HopLedger(hop, maker, entries).withRivals(rivals());
  }

  private List<Entry> fill(Field target, Optional<TypeRef> slot) {
    Optional<Row> row = pairing.rowOf(target.name(), hop.to());
    Optional<Given> given = row.flatMap(said -> given(said));
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
            && parts.stream().allMatch(part -> source(target.name() + "." + part).isEmpty());
    return silent ? List.of() : parts;
  }

  /** One field there for several here, or several there for one here, by the user's own class. */
  private Optional<Entry> shared(Field target, TypeRef slot, Optional<Row> row) {
    List<String> several = row.map(said -> said.several(hop.outer().use())).orElse(List.of());
    Optional<Text> by = several.isEmpty() ? Optional.empty() : said(row.get().by(), row.get());
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
    if (hop.changes() && slot.isPresent() && keeps(target)) {
      return Entry.target(target, Account.STAYS, "as it is", row);
    }
    boolean wayBack = isWayBack(hop.to(), target, row);
    if (wayBack || (slot.isEmpty() && belongsToTheStore(target, row))) {
      source(target).ifPresent(source -> consumed.add(source.name()));
      row.filter(said -> said.stays().isEmpty()).ifPresent(usage::mark);
      String own = wayBack ? "set with its parent" : "the store's own";
      String reason = row.flatMap(this::stays).map(Text::value).orElse(own);
      return Entry.target(target, Account.STAYS, reason, row);
    }
    if (row.flatMap(Row::derived).isPresent() && hop.inward() && !isParameter(target)) {
      usage.mark(row.orElseThrow());
      String reason = row.flatMap(Row::derived).map(Text::value).orElse("");
      return Entry.target(target, Account.DERIVED, reason, row);
    }
    Optional<String> keeper = keeper(hop.to(), target);
    if (keeper.isPresent() && row.isEmpty()) {
      return Entry.target(target, Account.STAYS, "kept by " + keeper.get(), row);
    }
    Optional<Text> stays = row.flatMap(this::stays);
    return stays.isPresent() && !isParameter(target)
        ? Entry.target(target, Account.STAYS, stays.get().value(), row)
        : Entry.target(target, Account.UNFILLED, "", row);
  }

  /** Whether what a changed object held before can be read. */
  private boolean keeps(Field target) {
    String owner = hop.to().shape().type().packageName();
    return target.reader().filter(reader -> isWithinReach(reader, owner)).isPresent();
  }

  /** A field of a row that leads back to the row it is a part of. */
  private boolean isWayBack(Station station, Field field, Optional<Row> row) {
    return station.role() == Role.PERSISTENCE
        && (row.flatMap(Row::role).filter(FieldRole.PARENT::equals).isPresent()
            || discovery.isWayBack(station.shape().type(), field));
  }

  /** A row that another row only points at is found by its key, never made. */
  private boolean isReference(Field target) {
    return hop.to().role() == Role.PERSISTENCE && paths.isEntity(target.type());
  }

  private Entry refer(Field target, String part, TypeRef slot) {
    String path = target.name() + "." + part;
    Optional<Row> row = pairing.rowOf(path, hop.to());
    row.ifPresent(usage::mark);
    Optional<Field> source = source(path);
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
      Optional<Field> source = source(path);
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
        used(row.flatMap(said -> said(said.by(), said, hop.outer())), row),
        used(row.flatMap(Row::unit), row),
        used(row.flatMap(said -> said(said.codes(), said, hop.outer())), row));
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
    Optional<String> path = sourcePath(target.name());
    Optional<Field> source = source(target);
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
        row.flatMap(said -> said(said.absent(), said))
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

  /** A field, or those parts of it that no target took where some target took a part. */
  private Stream<Field> unconsumed(Field source) {
    if (consumed.contains(source.name())) {
      return Stream.empty();
    }
    String below = source.name() + ".";
    if (consumed.stream().noneMatch(path -> path.startsWith(below))) {
      return Stream.of(source);
    }
    return conversions.partsOf(source.type()).stream()
        .flatMap(part -> pairing.field(hop.from(), below + part).stream())
        .filter(part -> !consumed.contains(part.name()));
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
    if (isWayBack(hop.from(), source, row)) {
      return Optional.of(Entry.source(source, Account.STAYS, "set with its parent", row));
    }
    Optional<String> keeper = keeper(hop.from(), source);
    if (keeper.isPresent()) {
      return Optional.of(Entry.source(source, Account.STAYS, "kept by " + keeper.get(), row));
    }
    return source.stored() && isSeen(source, hop.from())
        ? Optional.of(Entry.source(source, Account.LOST, "", row))
        : Optional.empty();
  }

  /** The concept that carries a field of a row which several concepts share. */
  private Optional<String> keeper(Station station, Field field) {
    return station.role() == Role.PERSISTENCE
        ? discovery.keeper(station.shape().type(), field, pairing.concept().name())
        : Optional.empty();
  }

  private Optional<Text> omitted(Field source) {
    if (hop.inward()) {
      return Optional.empty();
    }
    for (Omission omission : pairing.concept().omissions()) {
      if (omission.shape().value().equals(hop.to().use().simpleName())) {
        for (Text field : omission.fields()) {
          String inside = pairing.hubName(source.name(), hop.from());
          if (field.value().equals(inside) || field.value().equals(Paths.head(inside))) {
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
            .map(parameter -> mereParameter(parameter, maker.orElseThrow()));
    Stream<Field> kept =
        shape.fields().stream()
            .filter(field -> field.stored() ? isSeen(field, hop.to()) : isDerivedByRow(field));
    return Stream.concat(kept, asked).toList();
  }

  private static Field mereParameter(Parameter parameter, Callable maker) {
    Presence presence = parameter.type().isOptional() ? Presence.OPTIONAL : Presence.UNSAID;
    return Field.unkept(parameter.name(), parameter.type(), presence, maker.place());
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

  private Optional<String> sourcePath(String target) {
    if (hop.isDirect()) {
      return pairing.inward(target, hop.to()).flatMap(name -> pairing.outward(name, hop.from()));
    }
    Station outer = hop.outer();
    return hop.inward() ? pairing.outward(target, outer) : pairing.inward(target, outer);
  }

  private Optional<Field> source(Field target) {
    return source(target.name());
  }

  private Optional<Field> source(String target) {
    return sourcePath(target)
        .flatMap(path -> pairing.field(hop.from(), path))
        .filter(this::isReadable)
        .filter(field -> pairing.rowOf(field.name(), hop.from()).flatMap(this::stays).isEmpty());
  }

  private boolean isReadable(Field field) {
    String owner = hop.from().shape().type().packageName();
    return field.reader().filter(reader -> isWithinReach(reader, owner)).isPresent();
  }

  /** What is read through others is reached where each of them is. */
  private boolean isWithinReach(Access reader, String owner) {
    Optional<Access> outer = reader.through();
    String own = outer.map(access -> Container.held(access.type()).packageName()).orElse(owner);
    return reader.visibility().reaches(hop.outer().mapperPackage(), own)
        && outer.filter(access -> !isWithinReach(access, owner)).isEmpty();
  }

  /**
   * What a row gives on this hop: to the domain by its own field, outward to a field of its own.
   */
  private Optional<Given> given(Row row) {
    boolean ofHub = row.named(pairing.concept().hub()).isPresent();
    if (ofHub != hop.inward()) {
      return Optional.empty();
    }
    Optional<Given> given =
        said(row.given(), row).filter(word -> !hop.changes() || isOnly(row.given(), hop.outer()));
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

  /** What a row says for this hop's outer shape, past the domain for either of its ends. */
  private <T> Optional<T> said(Scoped<T> scoped, Row row) {
    Optional<T> said = said(scoped, row, hop.outer());
    return hop.isDirect() ? said.or(() -> said(scoped, row, hop.from())) : said;
  }

  /** Said once for all, a word holds for the shapes that its row names. */
  private <T> Optional<T> said(Scoped<T> scoped, Row row, Station station) {
    return isOnly(scoped, station) || row.concerns(station.use(), pairing.concept())
        ? scoped.at(station.use())
        : Optional.empty();
  }

  private static boolean isOnly(Scoped<?> scoped, Station station) {
    return scoped.only().containsKey(station.use().simpleName())
        || scoped.only().containsKey(station.layer().name());
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
    Optional<String> named = named();
    if (to.shape().kind() == Shape.Kind.ABSTRACT_CLASS && named.isEmpty()) {
      return Optional.empty();
    }
    return candidates(named).min(byFitness());
  }

  private Stream<Callable> candidates(Optional<String> named) {
    return hop.to().shape().makers().stream()
        .filter(this::reaches)
        .filter(candidate -> named.isEmpty() || named.get().equals(calledBy(candidate)));
  }

  private Comparator<Callable> byFitness() {
    return Comparator.comparingLong(this::unfilled)
        .thenComparing(candidate -> -reach(candidate))
        .thenComparing(candidate -> -ownTypes(candidate));
  }

  /**
   * What would make the target as well as the chosen maker does; a constructor and a static method
   * are no rivals, since the one is there for the other.
   */
  private List<Callable> rivals() {
    return maker.stream()
        .flatMap(
            chosen ->
                candidates(named())
                    .filter(other -> !other.equals(chosen))
                    .filter(other -> other.isConstructor() == chosen.isConstructor())
                    .filter(other -> other.builder().isEmpty() && chosen.builder().isEmpty())
                    .filter(other -> byFitness().compare(other, chosen) == 0))
        .toList();
  }

  /** How many of its parameters are of the types in which the target keeps them. */
  private long ownTypes(Callable candidate) {
    return candidate.parameters().stream()
        .filter(
            parameter ->
                hop.to()
                    .shape()
                    .field(parameter.name())
                    .filter(field -> field.type().present().equals(parameter.type().present()))
                    .isPresent())
        .count();
  }

  /** The maker that the plan names for this hop. */
  private Optional<String> named() {
    return Optional.ofNullable(hop.to().use().build().get(hop.from().use().simpleName()))
        .map(Text::value);
  }

  private boolean reaches(Callable candidate) {
    return candidate
        .visibility()
        .reaches(hop.outer().mapperPackage(), candidate.owner().packageName());
  }

  private static String calledBy(Callable candidate) {
    return candidate.isConstructor() ? "new" : candidate.name();
  }

  /** How many of its parameters nothing fills. */
  private long unfilled(Callable candidate) {
    return candidate.parameters().stream()
        .filter(parameter -> !isFilled(parameter.name(), candidate))
        .count();
  }

  /** How many fields of the target can be set when this makes it. */
  private long reach(Callable candidate) {
    HopLedger slots = new HopLedger(hop, Optional.of(candidate), List.of());
    return hop.to().shape().storedFields().filter(field -> slots.slot(field).isPresent()).count();
  }

  private boolean isFilled(String parameter, Callable candidate) {
    Optional<Row> row = pairing.rowOf(parameter, hop.to());
    boolean kept =
        hop.changes() && hop.to().shape().field(parameter).filter(this::keeps).isPresent();
    boolean joined = row.filter(said -> !said.several(hop.outer().use()).isEmpty()).isPresent();
    return kept
        || joined
        || row.flatMap(this::given)
            .filter(given -> given.source() != Given.Source.FACTORY || !candidate.needs(parameter))
            .isPresent()
        || !pairing.parts(parameter, hop.to(), hop.outer()).isEmpty()
        || hop.to().shape().field(parameter).flatMap(this::source).isPresent();
  }
}
