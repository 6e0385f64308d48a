package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;

/** One step of a route. */
sealed interface Leg {

  /** The shape that it leads to. */
  Station to();

  /** What it leads to as routes write it: {@code FiringRow}, or {@code FiringRow@table}. */
  String stop();

  /** As reports write it: {@code Firing->FiringRow}, {@code FiringRow->FiringRow@table}. */
  String label();

  /** Through a mapper. */
  record ByMapper(HopLedger ledger) implements Leg {

    @Override
    public Station to() {
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
  record ToEnd(Station at, End end) implements Leg {

    @Override
    public Station to() {
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
