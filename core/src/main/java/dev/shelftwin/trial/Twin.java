package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;

/**
 * What another concept's mapper must make: told by its ledger, field by field, and never made.
 *
 * @param hop whose accounts hold
 * @param source what it is made from
 */
record Twin(HopLedger hop, Object source) {}
