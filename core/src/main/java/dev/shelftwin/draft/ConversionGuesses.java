package dev.shelftwin.draft;

import dev.shelftwin.convert.Units;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.stream.Stream;

/** Guesses how values are converted. */
final class ConversionGuesses {

  private final Shapes shapes;
  private final RowProposals rows;
  private final ConceptLedger concept;

  ConversionGuesses(Shapes shapes, RowProposals rows) {
    this.shapes = shapes;
    this.rows = rows;
    this.concept = rows.concept();
  }

  /** Classes of the layer that convert in both directions, and numbers with a unit. */
  boolean converters() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      for (FieldMapping mapping : hop.mappings()) {
        Optional<Field> target = mapping.target();
        Optional<Field> source = mapping.source();
        boolean choice =
            mapping.hasUnknownConversion() || mapping instanceof FieldMapping.Converted;
        if (choice && source.isPresent() && target.isPresent()) {
          any |= convert(hop.hop(), source.get(), target.get(), mapping);
        }
      }
    }
    return any;
  }

  private boolean convert(Hop hop, Field source, Field target, FieldMapping mapping) {
    boolean decided =
        mapping.row().filter(row -> !row.by().isEmpty() || !row.unit().isEmpty()).isPresent();
    Field inside = hop.inward() ? target : source;
    Field outside = hop.inward() ? source : target;
    if (decided) {
      return false;
    }
    Optional<String> own =
        converter(hop.outer(), Container.held(inside.type()), Container.held(outside.type()));
    if (own.isPresent()) {
      String layer = hop.outer().layer().name();
      return rows.add(
          "by " + layer,
          hop.inward() ? hop.to() : hop.from(),
          inside,
          row ->
              row.say(words -> words.by(layer, own.get()))
                  .guess(
                      new Guess(
                          Guess.Kind.CONVERTER, inside.name() + " by " + simpleName(own.get()))));
    }
    return mapping.hasUnknownConversion() && counts(hop, inside, outside);
  }

  /** A class of the layer with a method for each direction. */
  private Optional<String> converter(ResolvedShape outer, TypeRef inside, TypeRef outside) {
    boolean constants =
        shapes.find(inside).filter(shape -> shape.kind() == Shape.Kind.ENUM).isPresent();
    if (!constants) {
      return Optional.empty();
    }
    return new LayerTypes(shapes)
        .shapes(outer.layer())
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
    boolean time = FieldSimilarity.isTime(inside.type());
    Optional<ChronoUnit> unit = Units.inName(outside.name()).or(() -> Units.inName(inside.name()));
    return time
        && unit.isPresent()
        && rows.add(
            "unit",
            hop.inward() ? hop.to() : hop.from(),
            inside,
            row ->
                row.say(words -> words.unit(unit.get()))
                    .guess(new Guess(Guess.Kind.UNIT, outside.name())));
  }

  /**
   * A conversion that may lose something: either that is intended, or the code is wrong. A
   * generated key is not set by what shows it.
   */
  boolean losses() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      ResolvedShape hub = concept.hub();
      for (FieldMapping mapping : hop.mappings()) {
        boolean loses = mapping.conversion().filter(way -> !way.losses().isEmpty()).isPresent();
        Optional<Field> inside = hop.hop().inward() ? mapping.target() : mapping.source();
        if (loses && inside.isPresent() && !LayerHabits.setsKey(concept, hop, mapping)) {
          any |=
              rows.add(
                  "accept",
                  hub,
                  mapping
                      .row()
                      .flatMap(row -> row.named(hub.use()))
                      .map(Text::value)
                      .orElse(inside.get().name()),
                  row ->
                      row.say(
                          words -> words.accept(RuleId.LOSSY_CONVERSION, DraftConcept.QUESTION)));
        }
      }
    }
    return any;
  }

  private static String simpleName(String qualifiedName) {
    return qualifiedName.substring(qualifiedName.lastIndexOf('.') + 1);
  }
}
