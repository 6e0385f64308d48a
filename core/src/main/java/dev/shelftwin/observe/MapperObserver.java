package dev.shelftwin.observe;

import dev.shelftwin.trial.DefaultTimeZone;
import dev.shelftwin.trial.UserObjects;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Changes one source value at a time and records what changes in the target. The number of runs
 * grows with the number of values.
 */
final class MapperObserver {

  /** Samples in which every value is changed; in the others only conditions are. */
  private static final int BASES = 3;

  private static final int OTHER_VALUES = 4;

  private static final Map<String, Tree.Value> NOTHING = Tree.values(Tree.MISSING);

  private final MapperRuns runs;
  private final SlotTree.Roots roots;
  private final UserObjects objects;
  private final TreeReader reader;
  private final Constants constants;
  private final Repairs repairs;
  private final Observations seen;
  private final Set<Integer> source = new HashSet<>();

  /**
   * An observer.
   *
   * @param usual values that the domain accepts
   * @param names the constants of the target's enumerations
   */
  MapperObserver(
      MapperRuns runs,
      UserObjects objects,
      TreeReader reader,
      AcceptedValues usual,
      Constants constants,
      List<String> names) {
    this.runs = runs;
    this.roots = runs.roots();
    this.repairs = new Repairs(runs, roots, usual, constants, names);
    this.objects = objects;
    this.reader = reader;
    this.constants = constants;
    List<Slot> sources = new ArrayList<>();
    for (int index = 0; index < roots.roots().size(); index++) {
      if (index != 1 || !runs.updates()) {
        sources.add(roots.roots().get(index));
        roots.roots().get(index).all().forEach(slot -> source.add(slot.index()));
      }
    }
    this.seen = new Observations(roots, sources);
  }

  Observations observe() {
    List<Slot.Leaf> conditions =
        roots.leaves().stream()
            .filter(Slot.Leaf::isCondition)
            .filter(leaf -> source.contains(leaf.index()))
            .toList();
    List<Map<Slot.Leaf, Object>> samples = Bases.conditions(conditions);
    while (samples.size() < BASES) {
      samples.add(samples.get(samples.size() - 1));
    }
    String refusal = "";
    int working = 0;
    for (int number = 0; number < samples.size(); number++) {
      SourceValues drawn = Bases.filled(roots, new DistinctValues(objects, reader, number + 1));
      for (Map.Entry<Slot.Leaf, Object> condition : samples.get(number).entrySet()) {
        drawn = drawn.with(condition.getKey(), condition.getValue());
      }
      drawn = Bases.distinctKeys(roots, drawn);
      Optional<SourceValues> base = repairs.working(drawn, working > 0 || number > BASES);
      if (base.isEmpty()) {
        refusal = refusal.isEmpty() ? failure(runs.run(repairs.acceptable(drawn))) : refusal;
        if (working == 0 && number == BASES) {
          break;
        }
        continue;
      }
      SourceValues accepted = withOtherKeys(base.get());
      MapperRuns.Run run = sample(accepted);
      if (working < BASES) {
        examine(working, accepted, run);
      }
      working++;
    }
    if (runs.returnsOneObject()) {
      seen.oneObject();
    }
    seen.failedFirst(repairs.firstFailure());
    if (working == 0) {
      seen.refuse(refusal);
    } else if (seen.samples().stream().allMatch(one -> one.target().equals(NOTHING))) {
      seen.refuse("it returned nothing");
    } else {
      tryConstants();
    }
    return seen;
  }

  /** The same values, where keys of a map that are parsed differ, if the mapper accepts that. */
  private SourceValues withOtherKeys(SourceValues values) {
    SourceValues other = values;
    for (Slot.Leaf leaf : roots.leaves()) {
      if (repairs.isParsed(leaf) && Bases.isTaken(roots, other, leaf, other.get(leaf))) {
        other = other.with(leaf, repairs.other(leaf, other, 1));
      }
    }
    return other == values || runs.run(other).failed() ? values : other;
  }

  private static String failure(MapperRuns.Run run) {
    return run.failure()
        .map(
            thrown ->
                thrown instanceof RejectedSource
                    ? String.valueOf(thrown.getMessage())
                    : UserObjects.text(thrown))
        .orElse("");
  }

  private MapperRuns.Run sample(SourceValues values) {
    MapperRuns.Run run = runs.run(values);
    if (!run.failed()) {
      seen.samples().add(Observations.Sample.of(values, run));
      seen.changed().addAll(run.changed());
      seen.shared().addAll(run.shared());
    }
    return run;
  }

  private void examine(int number, SourceValues base, MapperRuns.Run first) {
    for (Slot root : roots.roots()) {
      if (source.contains(root.index())) {
        vary(number, base, first.target(), root);
        remove(base, root);
      }
    }
    findUnstable(base, first);
    if (runs.updates()) {
      findKept(base, first);
    }
  }

  /** The same source again, at another time and in another time zone. */
  private void findUnstable(SourceValues base, MapperRuns.Run first) {
    compare(first.target(), runs.run(base), Set.of(), "without a reason in the source");
    runs.run(Bases.filled(roots, new DistinctValues(objects, reader, 77)));
    compare(first.target(), runs.run(base), Set.of(), "with what was mapped before");
    Map<Slot.Leaf, LocalDate> days = LocalDays.of(base, roots.leaves());
    Map<String, LocalDate> before = LocalDays.of(first.target());
    Set<String> same = new HashSet<>();
    MapperRuns.Run elsewhere =
        DefaultTimeZone.changed(
            () -> {
              MapperRuns.Run run = runs.run(LocalDays.moved(base, days));
              LocalDays.of(run.target()).entrySet().stream()
                  .filter(day -> day.getValue().equals(before.get(day.getKey())))
                  .forEach(day -> same.add(day.getKey()));
              return run;
            });
    compare(first.target(), elsewhere, same, "with the time zone of the machine");
  }

  private void compare(Tree first, MapperRuns.Run again, Set<String> same, String reason) {
    if (!again.failed()) {
      Tree.changes(first, again.target()).stream()
          .filter(change -> !same.contains(change.path()))
          .forEach(change -> seen.unstable(change.path(), reason));
    }
  }

  /** Fields of the filled object that have their own values after each of two runs. */
  private void findKept(SourceValues base, MapperRuns.Run first) {
    SourceValues other = base;
    DistinctValues values = new DistinctValues(objects, reader, 500);
    for (Slot slot : roots.roots().get(1).all().toList()) {
      if (slot instanceof Slot.Leaf leaf) {
        @Nullable Object value =
            leaf.isCondition() ? next(leaf, base.get(leaf)) : values.next(leaf);
        other = other.with(leaf, value);
      }
    }
    MapperRuns.Run second = runs.run(other);
    Map<String, Tree.Value> firstKept = kept(first);
    Map<String, Tree.Value> secondKept = kept(second);
    firstKept.keySet().retainAll(secondKept.keySet());
    firstKept.forEach(
        (path, value) -> {
          Tree.Value own = secondKept.get(path);
          if (own != null && !own.isSame(value)) {
            seen.stays().add(path);
          }
        });
  }

  private static @Nullable Object next(Slot.Leaf leaf, @Nullable Object value) {
    int place = leaf.constants().indexOf(value);
    return leaf.constants().get((place + 1) % leaf.constants().size());
  }

  private static Map<String, Tree.Value> kept(MapperRuns.Run run) {
    Map<String, Tree.Value> kept = new LinkedHashMap<>();
    Map<String, Tree.Value> after = Tree.values(run.target());
    Tree.values(run.before())
        .forEach(
            (path, value) -> {
              Tree.Value now = after.get(path);
              if (now != null && now.isSame(value)) {
                kept.put(path, value);
              }
            });
    return kept;
  }

  /** Changes the values of a slot, and those inside only if all of them together matter. */
  private void vary(int number, SourceValues base, Tree target, Slot slot) {
    if (slot instanceof Slot.Leaf leaf) {
      vary(number, base, target, leaf);
      return;
    }
    if (!slot.inner().isEmpty() && matters(base, target, slot)) {
      slot.inner().forEach(inner -> vary(number, base, target, inner));
    }
  }

  private boolean matters(SourceValues base, Tree target, Slot slot) {
    List<Slot> inside = slot.all().toList();
    if (inside.size() < OTHER_VALUES || slot.path().isEmpty()) {
      return true;
    }
    DistinctValues values = new DistinctValues(objects, reader, 900);
    SourceValues changed = base;
    for (Slot inner : inside) {
      if (inner instanceof Slot.Leaf leaf) {
        changed =
            changed.with(
                leaf,
                leaf.isCondition() ? next(leaf, base.get(leaf)) : anOther(leaf, base, values));
      }
    }
    MapperRuns.Run run = runs.run(changed);
    if (!run.failed()) {
      SourceValues other = changed;
      inside.stream()
          .filter(inner -> !Objects.equals(other.get(inner), base.get(inner)))
          .filter(inner -> !inner.path().endsWith("{key}")) // entries may only change their keys
          .forEach(seen::vary);
    }
    return run.failed() || !Tree.changes(target, run.target()).isEmpty();
  }

  private @Nullable Object anOther(Slot.Leaf leaf, SourceValues base, DistinctValues values) {
    return repairs.isParsed(leaf) ? repairs.other(leaf, base, 1) : values.next(leaf);
  }

  private void vary(int number, SourceValues base, Tree target, Slot.Leaf leaf) {
    List<@Nullable Object> others = new ArrayList<>();
    if (leaf.isCondition()) {
      leaf.constants().stream().filter(one -> !one.equals(base.get(leaf))).forEach(others::add);
    } else {
      DistinctValues values = new DistinctValues(objects, reader, 700 + number);
      boolean parsed = repairs.isParsed(leaf);
      int count = parsed ? repairs.count(leaf) - 1 : OTHER_VALUES;
      for (int step = 1; step <= count; step++) {
        others.add(parsed ? repairs.other(leaf, base, step) : values.next(leaf));
      }
      others.add(new DistinctValues(objects, reader, 0).next(leaf)); // earlier, and smaller
    }
    others.removeIf(value -> Bases.isTaken(roots, base, leaf, value));
    for (Object value : others) {
      SourceValues changed = base.with(leaf, value);
      MapperRuns.Run run = runs.run(changed);
      if (!run.failed()) {
        seen.vary(leaf);
        for (Tree.Change change : Tree.changes(target, run.target())) {
          seen.effects()
              .add(new Observations.Effect(number, leaf, base, changed, change, run.answers()));
        }
        if (!leaf.isCondition()) {
          return;
        }
      }
    }
  }

  /** Takes away what may be missing, and elements of containers. */
  private void remove(SourceValues base, Slot root) {
    for (Slot slot : root.all().toList()) {
      boolean inside = slot.index() != root.index() && base.get(slot) != null;
      if (inside && slot.mayBeMissing()) {
        remove(base, slot, null);
      }
      if (inside && slot instanceof Slot.Many) {
        remove(base, slot, 1);
        remove(base, slot, 0);
      }
    }
  }

  private void remove(SourceValues base, Slot slot, @Nullable Object less) {
    SourceValues changed = base.with(slot, less);
    MapperRuns.Run run = runs.run(changed);
    if (less == null) {
      seen.removals().add(new Observations.Removal(slot, run.failure()));
    }
    if (!run.failed()) {
      seen.samples().add(Observations.Sample.of(changed, run));
    }
  }

  /** Values that the mapper compares with, and the limits of numbers and texts. */
  private void tryConstants() {
    Observations.Sample first = seen.samples().get(0);
    SourceValues base = first.source();
    Set<String> reached = new HashSet<>();
    seen.effects().forEach(effect -> reached.add(effect.change().path()));
    tryEqual(base);
    for (Slot.Leaf leaf : seen.sourceLeaves()) {
      if (!leaf.isCondition() && !repairs.isDate(leaf) && base.get(leaf) != null) {
        List<Object> tried = new ArrayList<>(constants.of(leaf.type()));
        tried.addAll(Alike.limits(leaf.type()));
        if (leaf.type().isLang("String")) {
          tried.addAll(constants.datePatterns().texts());
        }
        tried.removeIf(
            value -> Bases.isTaken(roots, base, leaf, value) || !leaf.limits().allow(value));
        for (Object value : tried) {
          SourceValues changed = base.with(leaf, value);
          MapperRuns.Run run = runs.run(changed);
          if (!run.failed()) {
            seen.samples().add(Observations.Sample.of(changed, run));
            // What no ordinary value changes may depend on a special one.
            Tree.changes(first.tree(), run.target()).stream()
                .filter(change -> !reached.contains(change.path()))
                .map(
                    change ->
                        new Observations.Effect(0, leaf, base, changed, change, run.answers()))
                .forEach(seen.effects()::add);
          }
        }
      }
    }
  }

  /** The same value in all fields of a type: boxes of small numbers are the same object too. */
  private void tryEqual(SourceValues base) {
    for (Object value : List.of(5, 5_000, 7L, 7_000L)) {
      SourceValues equal = base;
      for (Slot.Leaf leaf : seen.sourceLeaves()) {
        if (leaf.type().boxed().qualifiedName().equals(value.getClass().getName())) {
          // A new box each, as if every value were read by itself.
          equal = equal.with(leaf, boxed(value));
        }
      }
      MapperRuns.Run run = runs.run(equal);
      if (!run.failed()) {
        seen.samples().add(Observations.Sample.of(equal, run));
      }
    }
  }

  private static Object boxed(Object value) {
    return value instanceof Integer number
        ? (Object) Integer.valueOf(number.intValue())
        : Long.valueOf(((Long) value).longValue());
  }
}
