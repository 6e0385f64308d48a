package dev.shelftwin.draft;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.PlanBuilder.RowBuilder;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Guesses the rows of one concept from what its ledger leaves open. Each look says only what the
 * one before it allows to say, so the ledger is written again between them.
 */
final class RowGuesses {

  private final Shapes shapes;
  private final ConceptLedger ledger;
  private final DraftConcept draft;
  private final Likeness likeness;

  RowGuesses(Shapes shapes, ConceptLedger ledger, DraftConcept draft) {
    this.shapes = shapes;
    this.ledger = ledger;
    this.draft = draft;
    this.likeness = new Likeness(shapes);
  }

  /** Says what can be said now; whether anything was. */
  boolean guess() {
    boolean nameless =
        ledger.hops().stream().flatMap(hop -> hop.maker().stream()).anyMatch(Callable::isNameless);
    return !nameless && guessOpenOnes();
  }

  private boolean guessOpenOnes() {
    return ownOfTheStore()
        || references()
        || parts()
        || ownConversions()
        || renames()
        || given()
        || losses()
        || leftOut();
  }

  /** Keys, versions and audit columns that the domain does not know. */
  private boolean ownOfTheStore() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      if (hop.hop().from().role() == Role.PERSISTENCE) {
        for (Field field : lost(hop)) {
          any |= ownOfTheStore(hop.hop().from(), field);
        }
      }
    }
    return any;
  }

  private boolean ownOfTheStore(Station store, Field field) {
    Set<FieldRole> roles = ledger.roles(store, field);
    if (roles.contains(FieldRole.KEY)) {
      return say("stays", store, field, row -> row.say(words -> words.stays("the store's own")));
    }
    if (roles.contains(FieldRole.VERSION)) {
      return say("stays", store, field, row -> row.say(words -> words.stays("optimistic lock")));
    }
    Words words = Words.of(field.name());
    return words.anyOf(Likeness.AUDITED)
        && words.all().size() > 1
        && say(
            "stays",
            store,
            field,
            row ->
                row.say(said -> said.is(FieldRole.AUDIT).stays("written by the row itself"))
                    .guess("an audit column, by its name"));
  }

  /** Rows that another row points at, found by what the domain knows of them. */
  private boolean references() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      if (hop.hop().to().role() == Role.PERSISTENCE) {
        for (Entry entry : hop.entries()) {
          any |=
              entry
                  .target()
                  .filter(target -> isOpen(entry))
                  .filter(target -> refers(hop, target))
                  .isPresent();
        }
      }
    }
    return any;
  }

  private boolean refers(HopLedger hop, Field target) {
    Optional<Shape> row = shapes.find(Container.held(target.type())).filter(Shape::isEntity);
    if (row.isEmpty()) {
      return false;
    }
    return lost(hop).stream()
        .filter(source -> Likeness.of(source, target) >= Likeness.ENOUGH)
        .anyMatch(
            source ->
                key(row.get(), Container.held(source.type()))
                    .filter(found -> refers(hop.hop(), source, target, found))
                    .isPresent());
  }

  private boolean refers(Hop hop, Field source, Field target, Field key) {
    String path = target.name() + "." + key.name();
    String why = "found by its " + key.name() + ", by the type";
    return hop.inward() ? pair(hop, path, source.name(), why) : pair(hop, source.name(), path, why);
  }

  /** What tells a row from others in the domain's words. */
  private Optional<Field> key(Shape row, TypeRef type) {
    Words words = Words.of(type.simpleName());
    return row.storedFields()
        .filter(field -> !FieldRole.anyOfTheStore(field.roles()))
        .filter(field -> likeness.steps(type, field.type()).isPresent())
        .min(
            Comparator.<Field>comparingInt(field -> likeness.steps(type, field.type()).getAsInt())
                .thenComparingDouble(field -> -words.likeness(Words.of(field.name()))));
  }

  /** Values of several fields here that stand alone there. */
  private boolean parts() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      if (!hop.hop().inward()) {
        List<Field> open = unfilled(hop);
        for (Field whole : lost(hop)) {
          any |= parts(hop.hop(), whole, open);
        }
      }
    }
    return any;
  }

  private boolean parts(Hop hop, Field whole, List<Field> open) {
    List<Field> parts =
        shapes.find(Container.held(whole.type())).stream().flatMap(Shape::storedFields).toList();
    Map<String, String> found = parts(whole, parts, open, true);
    if (found.isEmpty()) {
      Map<String, String> bare = parts(whole, parts, open, false);
      found = bare.size() == parts.size() ? bare : Map.of();
    }
    boolean any = false;
    for (Map.Entry<String, String> part : found.entrySet()) {
      any |= pair(hop, whole.name() + "." + part.getKey(), part.getValue(), "by its name");
    }
    return any;
  }

  /** Fields that are called like the parts, with the name of the whole before them or without. */
  private Map<String, String> parts(
      Field whole, List<Field> parts, List<Field> open, boolean prefixed) {
    Map<String, String> found = new LinkedHashMap<>();
    for (Field part : parts) {
      Words own = Words.of(part.name());
      Words path = prefixed ? Words.of(whole.name()).followedBy(own) : own;
      open.stream()
          .filter(field -> Words.of(field.name()).equals(path))
          .filter(field -> likeness.fit(part.type(), field.type()))
          .findFirst()
          .ifPresent(field -> found.put(part.name(), field.name()));
    }
    return found;
  }

  /** Classes of the layer that convert both ways, and numbers that count a unit. */
  private boolean ownConversions() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      for (Entry entry : hop.entries()) {
        Optional<Field> target = entry.target();
        Optional<Field> source = entry.source();
        boolean choice = entry.isMismatch() || entry.account() == Account.CONVERTED;
        if (choice && source.isPresent() && target.isPresent()) {
          any |= own(hop.hop(), source.get(), target.get(), entry);
        }
      }
    }
    return any;
  }

  private boolean own(Hop hop, Field source, Field target, Entry entry) {
    boolean said =
        entry.row().filter(row -> !row.by().isEmpty() || row.unit().isPresent()).isPresent();
    Field inside = hop.inward() ? target : source;
    Field outside = hop.inward() ? source : target;
    if (said) {
      return false;
    }
    Optional<String> own =
        converter(hop.outer(), Container.held(inside.type()), Container.held(outside.type()));
    if (own.isPresent()) {
      String layer = hop.outer().layer().name();
      return say(
          "by " + layer,
          hop.inward() ? hop.to() : hop.from(),
          inside,
          row -> row.say(words -> words.by(layer, own.get())).guess("by its methods' types"));
    }
    return entry.isMismatch() && counts(hop, inside, outside);
  }

  /** A class of the layer with a method for each direction. */
  private Optional<String> converter(Station outer, TypeRef inside, TypeRef outside) {
    boolean constants =
        shapes.find(inside).filter(shape -> shape.kind() == Shape.Kind.ENUM).isPresent();
    if (!constants) {
      return Optional.empty();
    }
    return shapes.namesIn(outer.packageName()).stream()
        .flatMap(name -> shapes.find(outer.packageName() + "." + name).stream())
        .filter(shape -> converts(shape, inside, outside) && converts(shape, outside, inside))
        .map(shape -> shape.type().qualifiedName())
        .findFirst();
  }

  private static boolean converts(Shape shape, TypeRef from, TypeRef to) {
    return Stream.concat(shape.statics().stream(), shape.converters().stream())
        .anyMatch(
            method ->
                method.parameters().size() == 1
                    && method.parameters().get(0).type().boxed().equals(from.boxed())
                    && method.returns().boxed().equals(to.boxed()));
  }

  private boolean counts(Hop hop, Field inside, Field outside) {
    boolean time = Likeness.isTime(inside.type());
    Optional<ChronoUnit> unit =
        Likeness.unit(Words.of(outside.name())).or(() -> Likeness.unit(Words.of(inside.name())));
    return time
        && unit.isPresent()
        && say(
            "unit",
            hop.inward() ? hop.to() : hop.from(),
            inside,
            row -> row.say(words -> words.unit(unit.get())).guess("the unit, by the name"));
  }

  /** Fields of other names that are alike in words and types. */
  private boolean renames() {
    boolean any = false;
    for (Station outer : ledger.outer()) {
      List<Field> inside = open(ledger.hub(), outer);
      inside.addAll(computed(outer));
      List<Field> outside = open(outer, ledger.hub());
      List<Match> matches = new ArrayList<>();
      for (Field one : inside) {
        for (Field other : outside) {
          if (likeness.mayBeTheSame(one, other)) {
            matches.add(new Match(one, other, Likeness.of(one, other)));
          }
        }
      }
      Hop hop = new Hop(ledger.hub(), outer, Hop.Way.OUTWARD);
      Set<Field> taken = new LinkedHashSet<>();
      matches.sort(Comparator.comparingDouble(Match::likeness).reversed());
      for (Match match : matches) {
        boolean only = matches.stream().filter(other -> other.sharesEndWith(match)).count() == 1;
        boolean free = !taken.contains(match.inside()) && !taken.contains(match.outside());
        if (free && (match.likeness() >= Likeness.ENOUGH || only)) {
          taken.addAll(List.of(match.inside(), match.outside()));
          String why =
              match.likeness() >= Likeness.ENOUGH
                  ? "by its name and type"
                  : "the only two left that fit";
          any |= pair(hop, match.inside().name(), match.outside().name(), why);
        }
      }
    }
    return any;
  }

  /** What a request does not bring. */
  private boolean given() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      boolean request = hop.hop().from().role() == Role.TRANSFER && !hop.hop().changes();
      if (hop.hop().inward() && request) {
        for (Field field : unfilled(hop)) {
          any |= given(hop, field);
        }
      }
    }
    return any;
  }

  private boolean given(HopLedger hop, Field field) {
    String shape = hop.hop().from().use().simpleName();
    Station hub = hop.hop().to();
    if (hop.slot(field).isEmpty()) {
      return say(
          "given " + shape,
          hub,
          field,
          row ->
              row.say(words -> words.givenFrom(shape, "factory"))
                  .guess(hop.maker().map(Object::toString).orElse("what makes it") + " sets it"));
    }
    boolean several = Container.of(field.type()).isPresent();
    if (hub.role() == Role.PERSISTENCE && (several || hub.mayBeMissing(field))) {
      boolean shown = hop.hop().from().use().direction().goesOut();
      String why = shown ? DraftConcept.QUESTION : "left as it is";
      return say(
          "stays " + shape,
          hub,
          field,
          row -> row.say(words -> words.stays(shape, why)).guess(shape + " does not bring it"));
    }
    return hub.mayBeMissing(field)
        ? say(
            "given " + shape,
            hub,
            field,
            row ->
                row.say(words -> words.givenValue(shape, null))
                    .guess("missing from the beginning, for " + shape))
        : say(
            "given " + shape,
            hub,
            field,
            row ->
                row.say(words -> words.givenFrom(shape, "caller"))
                    .guess("the caller of the mapper knows it, for " + shape));
  }

  /** A conversion that may lose something is meant to, or the code is wrong. */
  private boolean losses() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      Station hub = ledger.hub();
      for (Entry entry : hop.entries()) {
        boolean loses = entry.conversion().filter(way -> !way.losses().isEmpty()).isPresent();
        Optional<Field> inside = hop.hop().inward() ? entry.target() : entry.source();
        if (loses && inside.isPresent()) {
          any |=
              say(
                  "accept",
                  hub,
                  inside.get(),
                  row ->
                      row.say(
                          words -> words.accept(RuleId.LOSSY_CONVERSION, DraftConcept.QUESTION)));
        }
      }
    }
    return any;
  }

  /** Everything else was left out, and only a person knows why. */
  private boolean leftOut() {
    boolean any = false;
    for (HopLedger hop : ledger.hops()) {
      Station from = hop.hop().from();
      Station to = hop.hop().to();
      for (Field field : lostAlone(hop)) {
        Optional<Field> computed =
            to.shape().field(field.name()).filter(inside -> !inside.stored());
        if (hop.hop().inward() && computed.isPresent()) {
          any |=
              say(
                  "derived",
                  to,
                  computed.get(),
                  row -> row.say(words -> words.derived(DraftConcept.QUESTION)));
        } else if (hop.hop().inward()) {
          any |= say("stays", from, field, row -> secret(row, field).say(this::ask));
        } else if (to.role() == Role.TRANSFER && !draft.takesRowsOnly()) {
          any |= draft.omit(to.use().simpleName(), field.name());
        } else {
          String there = to.role() == Role.TRANSFER ? to.use().simpleName() : to.layer().name();
          any |=
              say(
                  "stays " + there,
                  from,
                  field,
                  row -> row.say(words -> words.stays(there, DraftConcept.QUESTION)));
        }
      }
      if (to.role() == Role.PERSISTENCE) {
        for (Field field : unfilledAlone(hop)) {
          any |= say("stays", to, field, row -> row.say(this::ask));
        }
      }
    }
    return any;
  }

  private void ask(RowBuilder words) {
    words.stays(DraftConcept.QUESTION);
  }

  private static DraftRow secret(DraftRow row, Field field) {
    return Words.of(field.name()).anyOf(Likeness.SECRET)
        ? row.say(words -> words.is(FieldRole.SECRET)).guess("a secret, by its name")
        : row;
  }

  /** Says that two fields are the same; in the row of the one, if it has one already. */
  private boolean pair(Hop hop, String inside, String outside, String why) {
    Station hub = hop.inward() ? hop.to() : hop.from();
    Station outer = hop.outer();
    Optional<DraftRow> row = draft.row(hub.layer().name(), hub.use().simpleName(), inside);
    Optional<DraftRow> fresh =
        row.filter(found -> found.isNew(outer.use().simpleName() + "." + outside));
    fresh.ifPresent(
        found -> {
          if (!found.names(outer.layer().name(), outside)) {
            found.named(key(outer, inside, found), outside);
          }
          found.guess(outer + "." + outside + ", " + why);
        });
    return fresh.isPresent();
  }

  /** A layer's word holds for all its shapes, so it must not take a name from another of them. */
  private String key(Station outer, String inside, DraftRow row) {
    String layer = outer.layer().name();
    boolean alone =
        ledger.outer().stream()
            .filter(other -> other.layer().equals(outer.layer()) && !other.equals(outer))
            .noneMatch(other -> other.shape().field(inside).isPresent());
    return alone && !row.speaksOf(layer) ? layer : outer.use().simpleName();
  }

  /** Says something once. */
  private boolean say(String what, Station station, Field field, Consumer<DraftRow> more) {
    Optional<DraftRow> row =
        draft
            .row(station.layer().name(), station.use().simpleName(), field.name())
            .filter(found -> found.isNew(what));
    row.ifPresent(more);
    return row.isPresent();
  }

  private List<Field> open(Station station, Station other) {
    Set<Field> open = new LinkedHashSet<>();
    ledger.hop(station, other).ifPresent(hop -> open.addAll(lost(hop)));
    ledger.hop(other, station).ifPresent(hop -> open.addAll(unfilled(hop)));
    return new ArrayList<>(open);
  }

  /** What the domain computes and nothing takes. */
  private List<Field> computed(Station outer) {
    Optional<HopLedger> out = ledger.hop(ledger.hub(), outer);
    return ledger.hub().shape().fields().stream()
        .filter(field -> !field.stored())
        .filter(field -> out.filter(hop -> hop.outOf(field).findAny().isEmpty()).isPresent())
        .toList();
  }

  /** What reaches nothing, or something of another type. */
  private static List<Field> lost(HopLedger hop) {
    Stream<Field> mismatched =
        hop.entries().stream().filter(Entry::isMismatch).flatMap(entry -> entry.sources().stream());
    return Stream.concat(lostAlone(hop).stream(), mismatched).distinct().toList();
  }

  /** What has no counterpart at all; types that do not fit are another question. */
  private static List<Field> lostAlone(HopLedger hop) {
    return hop.entries().stream()
        .filter(entry -> entry.account() == Account.LOST)
        .flatMap(entry -> entry.sources().stream())
        .toList();
  }

  private static List<Field> unfilledAlone(HopLedger hop) {
    return hop.entries().stream()
        .filter(entry -> isOpen(entry) && !entry.isMismatch())
        .flatMap(entry -> entry.target().stream())
        .toList();
  }

  private static List<Field> unfilled(HopLedger hop) {
    return hop.entries().stream()
        .filter(RowGuesses::isOpen)
        .flatMap(entry -> entry.target().stream())
        .toList();
  }

  private static boolean isOpen(Entry entry) {
    return entry.account() == Account.UNFILLED;
  }

  private record Match(Field inside, Field outside, double likeness) {

    boolean sharesEndWith(Match other) {
      return inside.equals(other.inside) || outside.equals(other.outside);
    }
  }
}
