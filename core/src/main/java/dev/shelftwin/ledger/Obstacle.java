package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;

/** A reason why a mapper cannot be written. */
public sealed interface Obstacle {

  /** The hop that cannot be written. */
  HopLedger hop();

  /** The reason, as a phrase. */
  String reason();

  /** No creator of the target is accessible to the mapper. */
  record NoCreator(HopLedger hop) implements Obstacle {
    public NoCreator {
      Objects.requireNonNull(hop, "hop");
    }

    @Override
    public String reason() {
      return "no accessible constructor or factory method creates " + hop.hop().to().shape();
    }
  }

  /** Several creators fit equally well. */
  record AmbiguousCreator(HopLedger hop, Creator creator, List<Creator> alternatives)
      implements Obstacle {
    public AmbiguousCreator {
      Objects.requireNonNull(hop, "hop");
      Objects.requireNonNull(creator, "creator");
      alternatives = List.copyOf(alternatives);
    }

    @Override
    public String reason() {
      return "several creators of " + hop.hop().to().shape() + " fit equally well";
    }
  }

  /** A nested mapper has a parameter whose value this mapper does not have. */
  record NestedParameter(HopLedger hop, Operation.CallMapper call) implements Obstacle {
    public NestedParameter {
      Objects.requireNonNull(hop, "hop");
      Objects.requireNonNull(call, "call");
    }

    @Override
    public String reason() {
      return "the mapper of " + call.concept() + " has parameters from its caller";
    }
  }

  /** A required target has no fitting source. */
  record UnfilledTarget(HopLedger hop, Field target) implements Obstacle {
    public UnfilledTarget {
      Objects.requireNonNull(hop, "hop");
      Objects.requireNonNull(target, "target");
    }

    @Override
    public String reason() {
      return hop.hop().to().path(target) + " has no source";
    }
  }

  /** The mapper needs hops of others that cannot be written. */
  record MissingHops(HopLedger hop, List<String> names) implements Obstacle {
    public MissingHops {
      Objects.requireNonNull(hop, "hop");
      names = List.copyOf(names);
    }

    @Override
    public String reason() {
      return "it needs " + String.join(", ", names) + ", which cannot be written";
    }
  }

  /** The mapper needs mappers that need it. */
  record Cycle(HopLedger hop) implements Obstacle {
    public Cycle {
      Objects.requireNonNull(hop, "hop");
    }

    @Override
    public String reason() {
      return "it needs mappers that need it";
    }
  }
}
