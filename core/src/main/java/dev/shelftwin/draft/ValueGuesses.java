package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Guesses where values come from that the source does not have, and what is not mapped. */
final class ValueGuesses {

  private final RowProposals rows;
  private final ConceptLedger concept;
  private final Set<Hop> nested;
  private final List<ObservedMapper> mappers;
  private final MapperGuesses methods;

  /**
   * @param nested the hops of objects within others, whose mappers have no callers of the users
   * @param mappers what is known of existing mappers
   * @param methods finds the existing mappers
   */
  ValueGuesses(
      RowProposals rows, Set<Hop> nested, List<ObservedMapper> mappers, MapperGuesses methods) {
    this.rows = rows;
    this.nested = nested;
    this.mappers = mappers;
    this.methods = methods;
    this.concept = rows.concept();
  }

  /** Audit columns that the domain does not have. */
  boolean auditColumns() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().from().role() == Role.PERSISTENCE) {
        for (Field field : OpenFields.withoutTarget(hop)) {
          any |= !isShownElsewhere(hop, field) && auditColumn(hop.hop().from(), field);
        }
      }
    }
    return any;
  }

  /** Whether the field is mapped to another type than the target of this hop. */
  private boolean isShownElsewhere(HopLedger hop, Field field) {
    return concept.hops().stream()
        .filter(other -> other.hop().from().equals(hop.hop().from()))
        .flatMap(other -> other.outOf(field))
        .anyMatch(mapping -> mapping.target().isPresent());
  }

  private boolean auditColumn(ResolvedShape row, Field field) {
    return FieldSimilarity.isAudited(field)
        && rows.add(
            "stays",
            row,
            field,
            proposal ->
                proposal
                    .say(said -> said.is(FieldRole.AUDIT).stays(DraftConcept.AUDITED))
                    .guess(new Guess(Guess.Kind.AUDIT, row + "." + field.name())));
  }

  /** Values that a request does not contain. */
  boolean givenValues() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      boolean request = hop.hop().from().role() == Role.TRANSFER && !hop.hop().changes();
      if (hop.hop().inward() && request) {
        for (Field field : OpenFields.unfilled(hop)) {
          any |= givenValue(hop, field);
        }
      }
    }
    return any;
  }

  private boolean givenValue(HopLedger hop, Field unfilled) {
    String shape = rows.draft().nameOf(hop.hop().from());
    ResolvedShape hub = hop.hop().to();
    Field field = whole(hop, unfilled);
    if (hop.slot(field).isEmpty() && isShown(hop, field)) {
      return rows.add(
          "out-only " + shape,
          hub,
          field,
          row -> row.say(words -> words.outOnly(shape, DraftConcept.QUESTION)));
    }
    boolean isRow = hub.role() == Role.PERSISTENCE;
    if (hop.slot(field).isEmpty() && !isRow) {
      boolean passed = isPassed(hop, field);
      return rows.add(
          "given " + shape,
          hub,
          field,
          row ->
              row.say(words -> words.givenFrom(shape, passed ? "caller" : "factory"))
                  .guess(subject(passed ? Guess.Kind.CALLER : Guess.Kind.FACTORY, shape, field)));
    }
    boolean isNested = nested.contains(hop.hop());
    boolean empty = isEmpty(hub, field);
    boolean left =
        empty
            || isLeftOut(hop, field)
            || (isNested && hop.parameter(field).isEmpty())
            || hop.slot(field).isEmpty();
    if (isRow && left) {
      return notInRequest(hop, shape, field, empty);
    }
    if (hub.mayBeMissing(field)) {
      return rows.add(
          "given " + shape,
          hub,
          field,
          row ->
              row.say(words -> words.givenValue(shape, null))
                  .guess(subject(Guess.Kind.INITIALLY_MISSING, shape, field)));
    }
    return rows.add(
        "given " + shape,
        hub,
        field,
        row ->
            row.say(words -> words.givenFrom(shape, isNested ? "supplier" : "caller"))
                .guess(subject(isNested ? Guess.Kind.SUPPLIER : Guess.Kind.CALLER, shape, field)));
  }

  /** Whether existing mappers are passed a value of the type that only this field lacks. */
  private boolean isPassed(HopLedger hop, Field field) {
    return methods.passedTypes(concept, hop).stream().filter(field.type()::equals).count() == 1
        && OpenFields.unfilled(hop).stream()
                .map(other -> whole(hop, other))
                .filter(other -> other.type().equals(field.type()))
                .distinct()
                .count()
            == 1;
  }

  /**
   * A field of a row that a request lacks, or has in a type that does not fit.
   *
   * @param empty whether the row is complete without it
   */
  private boolean notInRequest(HopLedger hop, String shape, Field field, boolean empty) {
    boolean told =
        (empty || isLeftOut(hop, field)) && !hop.hop().from().use().direction().goesOut();
    if (told) {
      rows.draft().note(subject(Guess.Kind.NOT_IN_REQUEST, shape, field));
    }
    boolean lacking = hop.into(field.name()).filter(FieldMapping::hasUnknownConversion).isEmpty();
    if (empty && lacking && !rows.draft().takesRowsOnly()) {
      return rows.draft().omit(shape, field.name());
    }
    String why = told ? DraftConcept.UNCHANGED : DraftConcept.QUESTION;
    return rows.add(
        "stays " + shape, hop.hop().to(), field, row -> row.say(words -> words.stays(shape, why)));
  }

  /** Whether a row is complete without a field. */
  private static boolean isEmpty(ResolvedShape row, Field field) {
    return row.mayBeMissing(field) || Container.of(field.type()).isPresent();
  }

  /** Whether existing mappers fill several fields of a target by setters, and not this one. */
  private boolean isLeftOut(HopLedger hop, Field field) {
    Set<String> filled =
        mappers.stream()
            .filter(mapper -> mapper.isOf(concept.name(), hop.hop().id()))
            .flatMap(mapper -> mapper.flows().stream())
            .flatMap(flow -> flow.target().stream())
            .map(path -> path.replaceAll("\\W.*", ""))
            .collect(Collectors.toSet());
    return filled.size() > 1
        && hop.parameter(field).isEmpty()
        && !filled.contains(field.name().replaceAll("\\W.*", ""));
  }

  private static boolean isKey(Field field) {
    return field.name().equals("id");
  }

  /** Whether the source of a hop also shows a field of its target. */
  private boolean isShown(HopLedger hop, Field field) {
    return back(hop).flatMap(out -> out.outOf(field)).anyMatch(FieldMapping::isCarried);
  }

  /** Whether requests set a field of the source: the hop in the other direction writes it. */
  private boolean isTaken(HopLedger hop, Field field) {
    return back(hop)
        .flatMap(in -> in.into(field.name()).stream())
        .anyMatch(FieldMapping::isCarried);
  }

  /** The hop between the same types in the other direction. */
  private Stream<HopLedger> back(HopLedger hop) {
    return concept.hops().stream()
        .filter(other -> other.hop().from().equals(hop.hop().to()))
        .filter(other -> other.hop().to().equals(hop.hop().from()));
  }

  /** The field that is set: a value object as a whole, even if the plan pairs its parts. */
  private static Field whole(HopLedger hop, Field field) {
    int dot = field.name().indexOf('.');
    return dot < 0
        ? field
        : hop.hop()
            .to()
            .shape()
            .field(field.name().substring(0, dot))
            .filter(head -> hop.slot(head).isPresent())
            .orElse(field);
  }

  private static Guess subject(Guess.Kind kind, String shape, Field field) {
    return new Guess(kind, field.name() + " of " + shape);
  }

  /** Everything else is not mapped, and only a person knows why. */
  boolean unmappedFields() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      ResolvedShape from = hop.hop().from();
      ResolvedShape to = hop.hop().to();
      for (Field field : OpenFields.withoutTarget(hop)) {
        Optional<Field> computed =
            to.shape().field(field.name()).filter(inside -> !inside.stored());
        if (hop.hop().inward() && computed.isPresent()) {
          any |=
              rows.add(
                  "derived",
                  to,
                  computed.get(),
                  row -> row.say(words -> words.derived(DraftConcept.QUESTION)));
        } else if (hop.hop().inward()) {
          any |= stays(from, field);
        } else if (to.role() == Role.TRANSFER && isTaken(hop, field)) {
          any |= inOnly(hop, field);
        } else if (to.role() == Role.TRANSFER && !rows.draft().takesRowsOnly()) {
          any |= rows.draft().omit(rows.draft().nameOf(to), field.name());
        } else {
          String there = to.role() == Role.TRANSFER ? rows.draft().nameOf(to) : to.layer().name();
          any |=
              rows.add(
                  "stays " + there,
                  from,
                  field,
                  row -> row.say(words -> words.stays(there, DraftConcept.QUESTION)));
        }
      }
      if (to.role() == Role.PERSISTENCE) {
        for (Field field : OpenFields.withoutSource(hop)) {
          boolean asked = from.role() == Role.TRANSFER && !isKey(field);
          if (asked && hop.parameter(field).isEmpty()) {
            any |= notInRequest(hop, rows.draft().nameOf(from), field, isEmpty(to, field));
          } else {
            any |= hop.parameter(field).isPresent() && required(hop, field);
            any |= stays(to, field);
          }
        }
      } else if (to.role() == Role.TRANSFER) {
        for (Field field : OpenFields.withoutSource(hop)) {
          Optional<Field> sets = sets(hop, field);
          any |=
              sets.isPresent()
                  ? inOnly(hop, sets.get())
                  : hop.parameter(field).isEmpty() && stays(to, field);
        }
      }
    }
    return any;
  }

  /** A field that requests set, and that nothing can set in the response. */
  private boolean inOnly(HopLedger hop, Field field) {
    String shape = rows.draft().nameOf(hop.hop().to());
    return rows.add(
        "in-only " + shape,
        hop.hop().from(),
        field,
        row -> row.say(words -> words.inOnly(shape, DraftConcept.QUESTION)));
  }

  /** The field of the source of a hop that a field of its target sets in the other direction. */
  private Optional<Field> sets(HopLedger hop, Field field) {
    return back(hop)
        .flatMap(in -> in.outOf(field))
        .filter(FieldMapping::isCarried)
        .flatMap(mapping -> mapping.target().stream())
        .findFirst();
  }

  /** Why a field of a row has no counterpart: often only a person knows. */
  private boolean stays(ResolvedShape row, Field field) {
    String what = "stays " + rows.draft().nameOf(row);
    return isMappedInOthers(row, field)
        ? rows.addOfShape(what, row, field, proposal -> stays(proposal, row, field))
        : rows.add(what, row, field, proposal -> stays(secret(proposal, field), row, field));
  }

  /** A reason for one direction must not empty the other one. */
  private void stays(DraftRow proposal, ResolvedShape row, Field field) {
    boolean store = row.role() == Role.PERSISTENCE;
    boolean shown =
        row.role() == Role.TRANSFER
            && concept.hops().stream()
                .filter(hop -> hop.hop().to().equals(row))
                .anyMatch(
                    hop -> hop.into(field.name()).filter(FieldMapping::isCarried).isPresent());
    if (store && isKey(field)) {
      proposal.say(words -> words.is(FieldRole.KEY).stays("known to the persistence layer only"));
    } else if (proposal.namesOne() && !shown) {
      proposal.say(words -> words.stays(DraftConcept.QUESTION));
    } else if (shown) {
      proposal.say(words -> words.outOnly(rows.draft().nameOf(row), DraftConcept.QUESTION));
    } else {
      String there = store ? row.layer().name() : rows.draft().nameOf(row);
      proposal.say(words -> words.stays(there, DraftConcept.QUESTION));
    }
  }

  /** Whether other types of the layer have a field of the name that is mapped. */
  private boolean isMappedInOthers(ResolvedShape row, Field field) {
    return concept.hops().stream()
        .filter(
            hop -> hop.hop().outer().layer().equals(row.layer()) && !hop.hop().outer().equals(row))
        .flatMap(
            hop ->
                hop.mappings().stream()
                    .filter(FieldMapping::isCarried)
                    .flatMap(
                        mapping ->
                            hop.hop().inward()
                                ? mapping.sources().stream()
                                : mapping.target().stream()))
        .anyMatch(other -> other.name().equals(field.name()));
  }

  /** A value that a row cannot be created without, such as the key of an immutable row. */
  private boolean required(HopLedger hop, Field field) {
    ResolvedShape to = hop.hop().to();
    String layer = to.layer().name();
    return rows.add(
        "given " + layer,
        to,
        field,
        row ->
            row.say(words -> words.givenFrom(layer, "caller"))
                .guess(subject(Guess.Kind.CALLER, rows.draft().nameOf(to), field)));
  }

  private static DraftRow secret(DraftRow row, Field field) {
    return NameWords.of(field.name()).anyOf(FieldSimilarity.SECRET)
        ? row.say(words -> words.is(FieldRole.SECRET))
            .guess(new Guess(Guess.Kind.SECRET, field.name()))
        : row;
  }
}
