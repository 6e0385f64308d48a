package dev.shelftwin.rule;

import dev.shelftwin.convert.Units;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.CountedUnit;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** A number that the plan counts in another unit than its name says. */
final class MisnamedUnit implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    Optional<Row> row = at.mapping().row();
    Optional<CountedUnit> said = row.flatMap(one -> one.unit().at(at.hop().hop().outer().use()));
    if (said.isEmpty()
        || isToldOnTheWayOut(at)
        || at.mapping().conversion().isEmpty()
        || at.mapping().sources().isEmpty()) {
      return Stream.empty();
    }
    boolean counts = Units.isCounted(at.source().type());
    Field number = counts ? at.target() : at.source();
    String path = counts ? at.targetPath() : at.sourcePath();
    return Units.inName(number.name())
        .filter(unit -> unit != said.get().unit())
        .map(unit -> match(at, path, unit, said.get(), row.orElseThrow()))
        .stream();
  }

  private static boolean isToldOnTheWayOut(MappingOnHop at) {
    return at.hop().hop().inward() && at.concept().hop(at.to(), at.from()).isPresent();
  }

  private static RuleMatch match(
      MappingOnHop at, String path, ChronoUnit named, CountedUnit said, Row row) {
    return new Matches(RuleId.TYPE_MISMATCH, at.concept())
        .of(
            Optional.of(MappingOnHop.id(at.hop())),
            Optional.of(Matches.id(at.to(), at.target())),
            path + " counts " + word(said.unit()) + " here, but its name says " + word(named) + ".",
            List.of(Remedy.advice("write the unit that the number has, or rename the field")),
            said.at(),
            List.of(row),
            Matches.layers(at.hop()));
  }

  private static String word(ChronoUnit unit) {
    return unit.name().toLowerCase(Locale.ROOT);
  }
}
