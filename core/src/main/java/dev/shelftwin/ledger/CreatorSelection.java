package dev.shelftwin.ledger;

import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Shape;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * Selects the creator of the target of one hop: accounts for every candidate and takes the best.
 */
final class CreatorSelection {

  private final Hop hop;

  CreatorSelection(Hop hop) {
    this.hop = hop;
  }

  /**
   * The best outcome.
   *
   * @param account accounts for all fields of the hop with a creator, or without one
   */
  HopOutcome best(Function<Optional<Creator>, HopOutcome> account) {
    List<HopOutcome> outcomes = candidates().stream().map(Optional::of).map(account).toList();
    Optional<HopOutcome> best = outcomes.stream().min(HopOutcome.BEST_FIRST);
    return best.map(
            outcome ->
                new HopOutcome(
                    outcome.ledger().withAlternatives(alternatives(outcome, outcomes)),
                    outcome.words()))
        .orElseGet(() -> account.apply(Optional.empty()));
  }

  /** The creators that the mapper may use; only the named one if the plan names one. */
  private List<Creator> candidates() {
    Optional<String> named =
        hop.to().use().build().entrySet().stream()
            .filter(entry -> hop.from().use().isNamed(entry.getKey()))
            .map(entry -> entry.getValue())
            .map(Text::value)
            .findFirst();
    Shape target = hop.to().shape();
    if (target.kind() == Shape.Kind.ABSTRACT_CLASS && target.isAbstract() && named.isEmpty()) {
      return List.of();
    }
    return target.creators().stream()
        .filter(this::isAccessible)
        .filter(candidate -> named.isEmpty() || named.get().equals(nameInPlan(candidate)))
        .toList();
  }

  private boolean isAccessible(Creator candidate) {
    return candidate
        .visibility()
        .reaches(hop.outer().mapperPackage(), candidate.owner().packageName());
  }

  private static String nameInPlan(Creator candidate) {
    return candidate.isConstructor() ? "new" : candidate.name();
  }

  /**
   * The creators that fit as well as the selected one. A constructor and a factory method are no
   * alternatives to each other, because the method usually calls the constructor.
   */
  private static List<Creator> alternatives(HopOutcome selected, List<HopOutcome> outcomes) {
    Creator creator = selected.ledger().creator().orElseThrow();
    return outcomes.stream()
        .filter(other -> HopOutcome.BEST_FIRST.compare(other, selected) == 0)
        .flatMap(other -> other.ledger().creator().stream())
        .filter(other -> !other.equals(creator))
        .filter(other -> other.isConstructor() == creator.isConstructor())
        .filter(other -> other.builder().isEmpty() && creator.builder().isEmpty())
        .toList();
  }
}
