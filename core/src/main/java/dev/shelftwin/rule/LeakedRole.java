package dev.shelftwin.rule;

import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A field that only the persistence layer should know, such as a generated key, outside that layer.
 * It is reported once for each place where it ends: at the response that shows it, or in the
 * domain.
 */
final class LeakedRole implements Rule.Check<ConceptLedger> {

  private final RuleId id;
  private final FieldRole role;

  LeakedRole(RuleId id, FieldRole role) {
    this.id = id;
    this.role = role;
  }

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    List<Load> loads = loads(concept);
    List<Exposure> exposures = exposures(concept, loads);
    Stream<RuleMatch> inDomain =
        loads.stream()
            .filter(load -> exposures.stream().noneMatch(one -> one.load().equals(load)))
            .map(load -> inDomain(concept, load));
    return Stream.concat(exposures.stream().map(this::inResponse), inDomain);
  }

  /** The responses that show the field; one that is also read directly is reported once. */
  private List<Exposure> exposures(ConceptLedger concept, List<Load> loads) {
    Set<String> reported = new HashSet<>();
    return MappingOnHop.all(concept)
        .filter(at -> at.to().role() == Role.TRANSFER && at.mapping().isCarried())
        .flatMap(at -> origin(at, loads).map(load -> new Exposure(at, load)).stream())
        .filter(exposure -> reported.add(exposure.at().targetPath()))
        .toList();
  }

  private Optional<Load> origin(MappingOnHop at, List<Load> loads) {
    return at.from().role() == Role.PERSISTENCE
        ? column(at).map(column -> new Load(column, column, at.from(), Optional.empty(), List.of()))
        : loads.stream().filter(load -> at.mapping().sources().contains(load.target())).findFirst();
  }

  /** The fields of the domain that are loaded from such columns. */
  private List<Load> loads(ConceptLedger concept) {
    return concept.hops().stream()
        .filter(
            hop ->
                hop.hop().from().role() == Role.PERSISTENCE && hop.hop().to().equals(concept.hub()))
        .flatMap(
            hop ->
                hop.mappings().stream()
                    .filter(FieldMapping::isCarried)
                    .map(mapping -> new MappingOnHop(concept, hop, mapping)))
        .flatMap(
            at ->
                column(at)
                    .map(
                        column ->
                            new Load(
                                column,
                                at.target(),
                                at.from(),
                                Optional.of(MappingOnHop.id(at.hop())),
                                at.mapping().row().stream().toList()))
                    .stream())
        .toList();
  }

  /** A source with the role, or the key of the row that a source refers to. */
  private Optional<Field> column(MappingOnHop at) {
    ResolvedShape row = at.from();
    ConceptLedger concept = at.concept();
    Stream<Field> referred =
        at.mapping().row().stream()
            .flatMap(said -> said.nameIn(row.use(), concept.concept()).stream())
            .flatMap(path -> concept.pairing().field(row, path).stream());
    return Stream.concat(at.mapping().sources().stream(), referred)
        .filter(field -> concept.roles(row, field).contains(role))
        .findFirst();
  }

  private RuleMatch inResponse(Exposure exposure) {
    MappingOnHop at = exposure.at();
    List<Row> rows = new ArrayList<>(exposure.load().rows());
    at.mapping().row().ifPresent(rows::add);
    return match(
        at.concept(),
        Optional.of(MappingOnHop.id(at.hop())),
        at.to(),
        at.target(),
        exposure.load(),
        rows);
  }

  private RuleMatch inDomain(ConceptLedger concept, Load load) {
    return match(concept, load.hop(), concept.hub(), load.target(), load, load.rows());
  }

  private RuleMatch match(
      ConceptLedger concept,
      Optional<HopId> hop,
      ResolvedShape shape,
      Field target,
      Load load,
      List<Row> rows) {
    String message =
        shape.path(target)
            + " exposes the persistence "
            + role.key()
            + " "
            + load.store().path(load.column())
            + ".";
    Remedy accept =
        new PlanRows(concept)
            .with(
                "or accept the finding",
                shape,
                target,
                "accept: { " + id.key() + ": \"why it may be visible\" }");
    return new Matches(id, concept)
        .of(
            hop,
            Optional.of(Matches.id(shape, target)),
            message,
            List.of(
                Remedy.advice("remove " + target.name() + " from " + shape.shownName()), accept),
            target.place(),
            rows,
            List.of(shape.layer(), load.store().layer()));
  }

  /** A column of a row and the field that it is loaded into. */
  private record Load(
      Field column, Field target, ResolvedShape store, Optional<HopId> hop, List<Row> rows) {}

  /** A response that shows what was loaded. */
  private record Exposure(MappingOnHop at, Load load) {}
}
