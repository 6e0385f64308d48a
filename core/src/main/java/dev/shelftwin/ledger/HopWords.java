package dev.shelftwin.ledger;

import dev.shelftwin.ledger.Accountant.Usage;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Scoped;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import java.util.Optional;

/** What the plan says about the fields of one hop, and where their values come from. */
final class HopWords {

  private final Pairing pairing;
  private final Hop hop;
  private final Usage usage;

  HopWords(Pairing pairing, Hop hop, Usage usage) {
    this.pairing = pairing;
    this.hop = hop;
    this.usage = usage;
  }

  /** Where the source of a target field is, by the plan or by its name; empty where nowhere. */
  Optional<String> sourcePath(String target) {
    if (hop.isDirect()) {
      return pairing.inward(target, hop.to()).flatMap(name -> pairing.outward(name, hop.from()));
    }
    Station outer = hop.outer();
    return hop.inward() ? pairing.outward(target, outer) : pairing.inward(target, outer);
  }

  Optional<Field> source(Field target) {
    return source(target.name());
  }

  /** The field that a target is made of; empty where there is none that may be read. */
  Optional<Field> source(String target) {
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
  Optional<Given> given(Row row) {
    boolean ofHub = row.named(pairing.concept().hub()).isPresent();
    if (ofHub != hop.inward()) {
      return Optional.empty();
    }
    Optional<Given> given =
        said(row.given(), row).filter(word -> !hop.changes() || isOnly(row.given(), hop.outer()));
    given.ifPresent(usage::mark);
    return given;
  }

  /** Why the row's field goes no further on this hop, or is left as it is. */
  Optional<Text> stays(Row row) {
    Optional<Text> stays = said(row.stays(), row);
    stays.ifPresent(
        word -> {
          usage.mark(word);
          usage.mark(row);
        });
    return stays;
  }

  /** What a row says for this hop's outer shape, past the domain for either of its ends. */
  <T> Optional<T> said(Scoped<T> scoped, Row row) {
    Optional<T> said = said(scoped, row, hop.outer());
    return hop.isDirect() ? said.or(() -> said(scoped, row, hop.from())) : said;
  }

  /** Said once for all, a word holds for the shapes that its row names. */
  <T> Optional<T> said(Scoped<T> scoped, Row row, Station station) {
    return isOnly(scoped, station) || row.concerns(station.use(), pairing.concept())
        ? scoped.at(station.use())
        : Optional.empty();
  }

  private static boolean isOnly(Scoped<?> scoped, Station station) {
    return scoped.only().containsKey(station.use().simpleName())
        || scoped.only().containsKey(station.layer().name());
  }

  /** Whether what a changed object held before can be read. */
  boolean keeps(Field target) {
    String owner = hop.to().shape().type().packageName();
    return target.reader().filter(reader -> isWithinReach(reader, owner)).isPresent();
  }
}
