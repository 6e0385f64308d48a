package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.RowBuilder;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.Optional;

/** Guesses where values come from that the source does not have, and what is not mapped. */
final class ValueGuesses {

  private final RowProposals rows;
  private final ConceptLedger concept;

  ValueGuesses(RowProposals rows) {
    this.rows = rows;
    this.concept = rows.concept();
  }

  /** Audit columns that the domain does not have. */
  boolean auditColumns() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().from().role() == Role.PERSISTENCE) {
        for (Field field : OpenFields.lost(hop)) {
          any |= auditColumn(hop.hop().from(), field);
        }
      }
    }
    return any;
  }

  private boolean auditColumn(ResolvedShape row, Field field) {
    NameWords words = NameWords.of(field.name());
    return words.anyOf(FieldSimilarity.AUDITED)
        && words.all().size() > 1
        && rows.add(
            "stays",
            row,
            field,
            proposal ->
                proposal
                    .say(said -> said.is(FieldRole.AUDIT).stays("set by the persistence layer"))
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

  private boolean givenValue(HopLedger hop, Field field) {
    String shape = hop.hop().from().use().simpleName();
    ResolvedShape hub = hop.hop().to();
    if (hop.slot(field).isEmpty()) {
      return rows.add(
          "given " + shape,
          hub,
          field,
          row ->
              row.say(words -> words.givenFrom(shape, "factory"))
                  .guess(subject(Guess.Kind.FACTORY, shape, field)));
    }
    boolean several = Container.of(field.type()).isPresent();
    if (hub.role() == Role.PERSISTENCE && (several || hub.mayBeMissing(field))) {
      boolean shown = hop.hop().from().use().direction().goesOut();
      String why = shown ? DraftConcept.QUESTION : "not changed by requests";
      return rows.add(
          "stays " + shape,
          hub,
          field,
          row ->
              row.say(words -> words.stays(shape, why))
                  .guess(subject(Guess.Kind.NOT_IN_REQUEST, shape, field)));
    }
    return hub.mayBeMissing(field)
        ? rows.add(
            "given " + shape,
            hub,
            field,
            row ->
                row.say(words -> words.givenValue(shape, null))
                    .guess(subject(Guess.Kind.INITIALLY_MISSING, shape, field)))
        : rows.add(
            "given " + shape,
            hub,
            field,
            row ->
                row.say(words -> words.givenFrom(shape, "caller"))
                    .guess(subject(Guess.Kind.CALLER, shape, field)));
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
          any |= rows.add("stays", from, field, row -> secret(row, field).say(this::ask));
        } else if (to.role() == Role.TRANSFER && !rows.draft().takesRowsOnly()) {
          any |= rows.draft().omit(to.use().simpleName(), field.name());
        } else {
          String there = to.role() == Role.TRANSFER ? to.use().simpleName() : to.layer().name();
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
          any |= rows.add("stays", to, field, row -> row.say(this::ask));
        }
      }
    }
    return any;
  }

  private void ask(RowBuilder words) {
    words.stays(DraftConcept.QUESTION);
  }

  private static DraftRow secret(DraftRow row, Field field) {
    return NameWords.of(field.name()).anyOf(FieldSimilarity.SECRET)
        ? row.say(words -> words.is(FieldRole.SECRET))
            .guess(new Guess(Guess.Kind.SECRET, field.name()))
        : row;
  }
}
