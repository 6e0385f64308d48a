package dev.shelftwin.observe;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.Account;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Finds out from what was seen which fields become which. */
final class FlowFinder {

  private final Observations seen;
  private final Explanations explanations;
  private final TreeReader reader;
  private final Arrivals arrivals;
  private final List<ObservedFlow> flows = new ArrayList<>();

  FlowFinder(Observations seen, Explanations explanations, TreeReader reader) {
    this.seen = seen;
    this.explanations = explanations;
    this.reader = reader;
    this.arrivals = new Arrivals(seen, explanations, reader);
  }

  /**
   * A flow with what only findings need.
   *
   * @param explained whether a known conversion explains the values
   * @param counterexample a source value and what became of it, where the explanation does not hold
   * @param replacement what a missing value becomes
   * @param someElements whether only some elements of a container arrive
   * @param reordered whether elements arrive in another order
   */
  record ObservedFlow(
      Flow flow,
      boolean explained,
      Optional<String> counterexample,
      Optional<String> replacement,
      boolean someElements,
      boolean reordered) {}

  /** All flows: of each path of the target, then of sources that reach nothing. */
  List<ObservedFlow> flows() {
    Set<String> reached = new HashSet<>();
    Map<String, List<Observations.Effect>> byTarget = seen.byTarget();
    byTarget.forEach(
        (target, effects) -> {
          if (seen.unstable().contains(target)) {
            add(target, List.of(), Account.GIVEN, seen.unstableBy());
          } else if (effects.isEmpty()) {
            unfed(target, byTarget.keySet());
          } else {
            effects.forEach(effect -> reached.add(effect.slot().path()));
            fed(target, effects);
          }
        });
    Set<String> lost = new TreeSet<>();
    for (Slot.Leaf leaf : seen.sourceLeaves()) {
      if (!reached.contains(leaf.path()) && seen.wasSet(leaf) && isVaried(leaf)) {
        lost.add(leaf.path());
      }
    }
    lost.forEach(
        path ->
            flows.add(
                plain(
                    new Flow(
                        Optional.empty(),
                        List.of(path),
                        Account.LOST,
                        Optional.empty(),
                        Optional.empty(),
                        List.of()))));
    return flows;
  }

  /** If a mapper accepts only one value, a copy of it looks like a constant. */
  private boolean isVaried(Slot.Leaf leaf) {
    return seen.varied().contains(leaf.path());
  }

  private static ObservedFlow plain(Flow flow) {
    return new ObservedFlow(flow, true, Optional.empty(), Optional.empty(), false, false);
  }

  private void add(String target, List<String> sources, Account account, String conversion) {
    flows.add(
        plain(
            new Flow(
                Optional.of(target),
                sources,
                account,
                Optional.of(conversion).filter(text -> !text.isEmpty()),
                Optional.empty(),
                List.of())));
  }

  /**
   * A target that no source changes: it keeps its value, has a constant, or nothing.
   *
   * @param all the paths of all targets
   */
  private void unfed(String target, Set<String> all) {
    if (seen.stays().contains(target)) {
      add(target, List.of(), Account.STAYS, "");
      return;
    }
    Set<String> values = new LinkedHashSet<>();
    Optional<String> answer = Optional.empty();
    for (Observations.Sample sample : seen.samples()) {
      Tree.Value value = sample.target().get(target);
      if (value != null && !value.isMissing()) {
        values.add(value.text());
        answer = Optional.ofNullable(sample.answers().get(value.text()));
      }
    }
    boolean outer =
        all.stream()
            .anyMatch(other -> !other.equals(target) && ExpectedFlow.isWithin(other, target));
    if (values.isEmpty() && !outer) {
      add(target, List.of(), Account.UNFILLED, "");
    } else if (!values.isEmpty()) {
      add(
          target,
          List.of(),
          Account.GIVEN,
          answer.map(method -> "by " + method).orElse(String.join(", ", values)));
    }
  }

  /** The values of a source path, and what became of them. */
  private record Carrier(
      String path, Slot.Leaf leaf, List<Explanations.Pair> pairs, Optional<Explanations.How> how) {

    boolean explains() {
      return how.isPresent();
    }
  }

  private void fed(String target, List<Observations.Effect> effects) {
    Map<String, Carrier> carriers = new LinkedHashMap<>();
    for (Observations.Effect effect : effects) {
      Slot.Leaf leaf = (Slot.Leaf) effect.slot();
      carriers.computeIfAbsent(leaf.path(), path -> carrier(leaf, target, effects));
    }
    List<Carrier> explained =
        carriers.values().stream()
            .filter(Carrier::explains)
            .filter(carrier -> !carrier.leaf().isCondition() || carriers.size() == 1)
            .toList();
    boolean othersDecide =
        carriers.values().stream()
            .filter(carrier -> !explained.contains(carrier))
            .allMatch(carrier -> carrier.leaf().isCondition());
    if (!explained.isEmpty() && othersDecide) {
      explained.forEach(carrier -> explainedFlow(target, carrier, explained));
      return;
    }
    List<Carrier> all = List.copyOf(carriers.values());
    List<Explanations.Pair> pairs = all.get(0).pairs();
    flows.add(
        new ObservedFlow(
            new Flow(
                Optional.of(target),
                all.stream().map(Carrier::path).toList(),
                all.size() == 1 ? Account.CONVERTED : Account.JOINED,
                Optional.of(answer(effects).orElse(Flow.BY_THE_MAPPER)),
                Optional.empty(),
                evidence(pairs)),
            false,
            Optional.empty(),
            Optional.empty(),
            all.stream().anyMatch(carrier -> onlySomeElements(carrier.leaf(), target)),
            false));
  }

  private Carrier carrier(Slot.Leaf leaf, String target, List<Observations.Effect> effects) {
    List<Explanations.Pair> pairs = new ArrayList<>();
    for (Observations.Effect effect : effects) {
      if (effect.slot().path().equals(leaf.path())) {
        addPair(pairs, effect.before().get(effect.slot()), effect.change().before());
        addPair(pairs, effect.after().get(effect.slot()), effect.change().after());
      }
    }
    return new Carrier(leaf.path(), leaf, pairs, explanations.of(leaf, target, pairs));
  }

  private static void addPair(
      List<Explanations.Pair> pairs, @Nullable Object source, Tree.Value target) {
    if (source != null && !target.isMissing()) {
      pairs.add(new Explanations.Pair(source, target));
    }
  }

  private static Optional<String> answer(List<Observations.Effect> effects) {
    return effects.stream()
        .map(effect -> effect.answers().get(effect.change().after().text()))
        .filter(Objects::nonNull)
        .findFirst()
        .map(method -> "by " + method);
  }

  private List<String> evidence(List<Explanations.Pair> pairs) {
    return pairs.stream()
        .map(pair -> reader.text(pair.source()) + " -> " + pair.target().text())
        .distinct()
        .limit(2)
        .toList();
  }

  private void explainedFlow(String target, Carrier carrier, List<Carrier> all) {
    Explanations.How how = carrier.how().orElseThrow();
    Arrivals.Result arrivals =
        this.arrivals.of(
            carrier.leaf(),
            target,
            how.conversion(),
            all.stream().map(Carrier::path).collect(Collectors.toSet()));
    flows.add(
        new ObservedFlow(
            new Flow(
                Optional.of(target),
                List.of(carrier.path()),
                how.label().isEmpty() ? Account.CARRIED : Account.CONVERTED,
                how.label(),
                arrivals.condition(),
                evidence(carrier.pairs())),
            true,
            arrivals.counterexample(),
            arrivals.replacement(),
            onlySomeElements(carrier.leaf(), target),
            isReordered(carrier, target)));
  }

  /** Whether the values of elements arrive in another order, where both sides keep one. */
  private boolean isReordered(Carrier carrier, String target) {
    List<Slot.Leaf> elements =
        seen.sourceLeaves().stream().filter(leaf -> leaf.path().equals(carrier.path())).toList();
    boolean ordered =
        elements.size() == 2
            && seen.outer(elements.get(0)).stream()
                .filter(Slot.Many.class::isInstance)
                .map(Slot.Many.class::cast)
                .allMatch(many -> many.container().isOrdered());
    if (!ordered) {
      return false;
    }
    for (Observations.Sample sample : seen.samples()) {
      List<Tree.Value> arrived = PathValues.inOrder(sample.tree(), target);
      @Nullable Object first = sample.source().get(elements.get(0));
      @Nullable Object second = sample.source().get(elements.get(1));
      if (arrived.size() == 2 && first != null && second != null) {
        Conversion how = carrier.how().orElseThrow().conversion();
        boolean turned =
            explanations.explains(how, new Explanations.Pair(second, arrived.get(0)))
                && explanations.explains(how, new Explanations.Pair(first, arrived.get(1)))
                && !reader.text(first).equals(reader.text(second));
        if (turned) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether values of one element change the target, and those of another do not. */
  private boolean onlySomeElements(Slot.Leaf leaf, String target) {
    if (!leaf.path().contains("[]")) {
      return false;
    }
    for (Slot.Leaf other : seen.sourceLeaves()) {
      if (other.path().equals(leaf.path()) && seen.isVaried(other)) {
        boolean arrives =
            seen.effects().stream()
                .anyMatch(
                    effect ->
                        effect.slot().index() == other.index()
                            && effect.change().path().equals(target));
        if (!arrives) {
          return true;
        }
      }
    }
    return false;
  }
}
