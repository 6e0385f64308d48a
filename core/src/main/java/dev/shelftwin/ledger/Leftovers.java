package dev.shelftwin.ledger;

import dev.shelftwin.ledger.Accountant.Usage;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What becomes of the fields of one hop that no other field takes or fills. */
final class Leftovers {

  private final Pairing pairing;
  private final Hop hop;
  private final HopWords words;
  private final Conversions conversions;
  private final Discovery discovery;
  private final Usage usage;

  Leftovers(
      Pairing pairing,
      Hop hop,
      HopWords words,
      Conversions conversions,
      Discovery discovery,
      Usage usage) {
    this.pairing = pairing;
    this.hop = hop;
    this.words = words;
    this.conversions = conversions;
    this.discovery = discovery;
    this.usage = usage;
  }

  /**
   * The accounts of a source field, or of its parts.
   *
   * @param consumed names and paths that some target took
   */
  Stream<Entry> of(Field source, Set<String> consumed) {
    return unconsumed(source, consumed).flatMap(field -> rest(field).stream());
  }

  /** A field, or those parts of it that no target took where some target took a part. */
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
        .filter(part -> !consumed.contains(part.name()));
  }

  /** What becomes of a source field that no target took. */
  private Optional<Entry> rest(Field source) {
    Optional<Row> row = pairing.rowOf(source.name(), hop.from());
    Optional<Text> stays = row.flatMap(words::stays).or(() -> omitted(source));
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
  Optional<String> keeper(Station station, Field field) {
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

  /** A field of a row that leads back to the row it is a part of. */
  boolean isWayBack(Station station, Field field, Optional<Row> row) {
    return station.role() == Role.PERSISTENCE
        && (row.flatMap(Row::role).filter(FieldRole.PARENT::equals).isPresent()
            || discovery.isWayBack(station.shape().type(), field));
  }

  /** A domain type may keep something that nobody outside can read or set: its own affair. */
  static boolean isSeen(Field field, Station station) {
    return station.role() != Role.DOMAIN
        || field.reader().filter(reader -> reader.kind() == Access.Kind.METHOD).isPresent()
        || station.shape().makers().stream()
            .flatMap(maker -> maker.parameters().stream())
            .anyMatch(parameter -> parameter.name().equals(field.name()));
  }
}
