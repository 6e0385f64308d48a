package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;

/** One step of a route. */
sealed interface RouteStep {

  /** The shape that it leads to. */
  ResolvedShape to();

  /** The stop that it leads to: {@code FiringRow}, or {@code FiringRow@table}. */
  String stop();

  /** The name in reports: {@code Firing->FiringRow}, {@code FiringRow->FiringRow@table}. */
  String label();

  /** A call of a mapper. */
  record ByMapper(HopLedger ledger) implements RouteStep {

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

  /** To an end, such as a table, and back. */
  record ThroughEnd(ResolvedShape to, End end) implements RouteStep {

    @Override
    public String stop() {
      return to.label() + "@" + end.name();
    }

    @Override
    public String label() {
      return to.label() + "->" + stop();
    }
  }
}
