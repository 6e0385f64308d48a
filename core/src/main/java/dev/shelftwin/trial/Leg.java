package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;

/** One step of a route. */
sealed interface Leg {

  /** The shape that it leads to. */
  ResolvedShape to();

  /** What it leads to as routes write it: {@code FiringRow}, or {@code FiringRow@table}. */
  String stop();

  /** As reports write it: {@code Firing->FiringRow}, {@code FiringRow->FiringRow@table}. */
  String label();

  /** Through a mapper. */
  record ByMapper(HopLedger ledger) implements Leg {

    @Override
    public ResolvedShape to() {
      return ledger.hop().to();
    }

    @Override
    public String stop() {
      return to().label();
    }

    @Override
    public String label() {
      return ledger.hop().toString();
    }
  }

  /** To an end and back. */
  record ToEnd(ResolvedShape at, End end) implements Leg {

    @Override
    public ResolvedShape to() {
      return at;
    }

    @Override
    public String stop() {
      return at.label() + "@" + end.name();
    }

    @Override
    public String label() {
      return at.label() + "->" + stop();
    }
  }
}
