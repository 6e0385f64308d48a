package dev.shelftwin.rule;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import java.util.stream.Stream;

/** Finds one kind of fault in the ledger of one concept. */
interface Rule {

  RuleId id();

  /** What it finds, in the order of the ledger. */
  Stream<Hit> check(ConceptLedger ledger, Stage stage);
}
