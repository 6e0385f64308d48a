package dev.shelftwin.ledger;

import dev.shelftwin.ledger.ConversionResolver.ConversionWords;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Scoped;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import java.util.Optional;

/** What the plan says about the fields of one hop, and which fields of the source it may read. */
final class HopDirectives {

  private final Pairing pairing;
  private final Hop hop;
  private final boolean isOfUsers;

  /**
   * The directives for a hop.
   *
   * @param isOfUsers whether the users have written the mapper, perhaps in another language
   */
  HopDirectives(Pairing pairing, Hop hop, boolean isOfUsers) {
    this.pairing = pairing;
    this.hop = hop;
    this.isOfUsers = isOfUsers;
  }

  /** The path of the source of a target field, by the plan or by its name. */
  Optional<String> sourcePath(String target) {
    if (hop.isDirect()) {
      return pairing.inward(target, hop.to()).flatMap(name -> pairing.outward(name, hop.from()));
    }
    ResolvedShape outer = hop.outer();
    return hop.inward() ? pairing.outward(target, outer) : pairing.inward(target, outer);
  }

  /** The source of a target field; empty if there is none, or the mapper cannot read it. */
  Optional<Field> source(String target) {
    return sourcePath(target)
        .flatMap(path -> pairing.field(hop.from(), path))
        .filter(this::isReadable)
        .filter(field -> pairing.rowOf(field.name(), hop.from()).flatMap(this::stays).isEmpty())
        .filter(field -> oneWay(field.name(), hop.from()).isEmpty());
  }

  /** The layer's default by which a field of the outer shape goes in the other direction only. */
  Optional<FieldDefault> oneWay(String field, ResolvedShape shape) {
    if (hop.isDirect()
        || pairing.rowOf(field, shape).filter(row -> !row.oneWay().isEmpty()).isPresent()) {
      return Optional.empty();
    }
    ResolvedShape outer = hop.outer();
    String inHub = shape.equals(outer) ? pairing.hubName(field, outer) : field;
    String outside = shape.equals(outer) ? field : pairing.outward(inHub, outer).orElse("");
    return outer
        .layer()
        .defaults()
        .field(outside)
        .filter(found -> found.excluding(hop.inward()).isPresent());
  }

  private boolean isReadable(Field field) {
    String owner = hop.from().shape().type().packageName();
    return field
        .reader()
        .filter(reader -> isAccessible(reader, owner) || (isOfUsers && reader.isMangled()))
        .isPresent();
  }

  /** Whether the mapper can use an access, and all accesses that it goes through. */
  private boolean isAccessible(Access reader, String owner) {
    Optional<Access> outer = reader.through();
    String own = outer.map(access -> Container.held(access.type()).packageName()).orElse(owner);
    return reader.visibility().reaches(hop.outer().mapperPackage(), own)
        && outer.filter(access -> !isAccessible(access, owner)).isEmpty();
  }

  /** Whether the previous value of a field of a changed object can be read. */
  boolean keepsPrevious(Field target) {
    String owner = hop.to().shape().type().packageName();
    return target.reader().filter(reader -> isAccessible(reader, owner)).isPresent();
  }

  /**
   * The value that a row gives on this hop: inward for a field of the hub, outward for a field of
   * the outer shape.
   */
  Optional<GivenValue> given(Row row) {
    boolean ofHub = row.named(pairing.concept().hub()).isPresent();
    if (ofHub != hop.inward()) {
      return Optional.empty();
    }
    return said(row.given(), row)
        .filter(word -> !hop.changes() || isScoped(row.given(), hop.outer()));
  }

  /** The reason why a row's field is not mapped on this hop. */
  Optional<Text> stays(Row row) {
    return said(row.stays(), row)
        .or(
            () ->
                hop.isDirect()
                    ? Optional.empty()
                    : said(row.oneWay().excluding(hop.inward()), row));
  }

  /** What a row says about the conversion of its field. */
  ConversionWords conversionWords(Optional<Row> row) {
    return conversionWords(row, hop.outer());
  }

  /** What a row says about the conversion between the hub and a shape. */
  ConversionWords conversionWords(Optional<Row> row, ResolvedShape shape) {
    return new ConversionWords(
        row.flatMap(said -> said(said.by(), said, shape)),
        row.flatMap(said -> said(said.unit(), said, shape)),
        row.flatMap(said -> said(said.format(), said, shape)),
        row.flatMap(said -> said(said.codes(), said, shape)));
  }

  /** What a row says for this hop; of a direct hop for either end. */
  <T> Optional<T> said(Scoped<T> scoped, Row row) {
    Optional<T> said = said(scoped, row, hop.outer());
    return hop.isDirect() ? said.or(() -> said(scoped, row, hop.from())) : said;
  }

  /** A word without a scope applies to the shapes that its row names. */
  private <T> Optional<T> said(Scoped<T> scoped, Row row, ResolvedShape shape) {
    return isScoped(scoped, shape) || row.concerns(shape.use(), pairing.concept())
        ? scoped.at(shape.use())
        : Optional.empty();
  }

  private static boolean isScoped(Scoped<?> scoped, ResolvedShape shape) {
    return scoped.only().keySet().stream()
        .anyMatch(name -> shape.use().isNamed(name) || shape.layer().name().equals(name));
  }
}
