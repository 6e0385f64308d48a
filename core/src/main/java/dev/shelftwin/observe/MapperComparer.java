package dev.shelftwin.observe;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.trial.ExistingMappers;
import dev.shelftwin.trial.GeneratedTwins;
import dev.shelftwin.trial.TriedMappers;
import dev.shelftwin.trial.UserObjects;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Runs an existing mapper and the generated one of the same hop on the same samples. */
public final class MapperComparer {

  private final Ledger plain;
  private final Shapes shapes;
  private final ClassLoader loader;
  private final TriedMappers generated;
  private final int samples;
  private final ExistingCalls calls;
  private final TreeReader reader;

  /**
   * A comparer.
   *
   * @param ledger of the plan
   * @param plain of the plan without its existing mappers
   * @param loader loads the users' classes and the generated mappers
   * @param generated the mappers that were generated for the plan without existing ones
   * @param samples how many are tried for each mapper
   */
  public MapperComparer(
      Ledger ledger,
      Ledger plain,
      Shapes shapes,
      ClassLoader loader,
      TriedMappers generated,
      int samples) {
    this.plain = plain;
    this.shapes = shapes;
    this.loader = loader;
    this.generated = generated;
    this.samples = samples;
    this.calls = new ExistingCalls(ledger, shapes, loader);
    this.reader = new TreeReader(shapes, new UserObjects(ledger, shapes, loader));
  }

  /** The plan without the existing mappers that generated ones could replace. */
  public static Plan replaceable(Ledger ledger, Shapes shapes) {
    Plan plan = ledger.plan();
    Plan without =
        plan.with(
            plan.concepts().stream().map(concept -> concept.withExisting(List.of())).toList());
    Set<String> needed = new HashSet<>();
    LedgerBuilder.build(without, shapes).mappers().stream()
        .flatMap(mapper -> mapper.obstacles().stream())
        .forEach(obstacle -> needed.add(hop(obstacle.hop())));
    return plan.with(
        plan.concepts().stream()
            .map(
                concept ->
                    concept.withExisting(
                        concept.existing().stream()
                            .filter(mapper -> isNeeded(mapper, concept, ledger, needed))
                            .toList()))
            .toList());
  }

  private static boolean isNeeded(
      ExistingMapper mapper, Concept concept, Ledger ledger, Set<String> needed) {
    return ledger.concept(concept.name()).stream()
        .flatMap(one -> one.hops().stream())
        .filter(hop -> mapper.isFor(hop.hop().from().use(), hop.hop().to().use()))
        .anyMatch(hop -> needed.contains(hop(hop)));
  }

  private static String hop(HopLedger hop) {
    return hop.hop().from().shape().type() + " -> " + hop.hop().to().shape().type();
  }

  /** Compares the mapper of a task with the generated one. */
  public Comparison compare(ExistingMapperObserver.Task task) {
    HopLedger own = task.hop();
    ConceptLedger concept = plain.concept(task.conceptName()).orElseThrow();
    Optional<HopLedger> hop =
        concept.hop(own.hop().from().shape().type(), own.hop().to().shape().type());
    String mapper = MapperNames.qualifiedName(concept, own.hop().outer().layer());
    if (hop.isEmpty() || concept.isExisting(hop.get())) {
      return Comparison.notPossible("no mapper can be generated for this hop");
    }
    Optional<String> unwritten = generated.whyUnwritten(mapper, hop.get().hop());
    if (unwritten.isPresent()) {
      return Comparison.notPossible("there is no " + mapper + ": " + unwritten.get());
    }
    Optional<ExistingMappers.Call> creating = calls.of(task, false);
    Optional<ExistingMappers.Call> call = creating.or(() -> calls.of(task, true));
    if (call.isEmpty()) {
      return Comparison.notPossible("the existing mapper cannot be called");
    }
    GeneratedTwins twins = new GeneratedTwins(plain, shapes, loader, generated, concept, hop.get());
    List<String> sources =
        ExpectedFlow.of(plain, hop.get()).stream()
            .filter(flow -> flow.mapping().isCarried())
            .flatMap(flow -> flow.sources().stream())
            .toList();
    return compare(twins, call.get(), creating.isEmpty(), sources);
  }

  private Comparison compare(
      GeneratedTwins twins, ExistingMappers.Call call, boolean updates, List<String> sources) {
    SplittableRandom random = new SplittableRandom(1);
    Map<String, Comparison.Difference> differences = new LinkedHashMap<>();
    Map<String, Set<String>> values = new TreeMap<>();
    int compared = 0;
    for (int attempt = 0; attempt < samples; attempt++) {
      Optional<GeneratedTwins.Twin> twin = twins.draw(random, updates);
      if (twin.isPresent()) {
        Outcome existing =
            outcome(
                () ->
                    call.map(
                        twin.get().source(),
                        twin.get().target(),
                        twin.get().callerValues(),
                        (value, method) -> {}));
        Outcome made = outcome(twin.get()::mapped);
        if (existing.failure().isPresent() && made.failure().isPresent()) {
          continue;
        }
        compared++;
        Tree source = reader.read(twin.get().source());
        Tree.values(source)
            .forEach(
                (path, value) ->
                    values.computeIfAbsent(path, key -> new HashSet<>()).add(value.text()));
        differences(existing, made)
            .forEach(change -> keepSmallest(differences, change, source.text()));
      }
    }
    if (compared == 0) {
      return Comparison.notPossible("no sample was mapped by either of the two");
    }
    List<String> once = new ArrayList<>();
    values.forEach(
        (path, seen) -> {
          boolean mapped = sources.stream().anyMatch(source -> ExpectedFlow.isWithin(path, source));
          if (mapped && seen.size() < 2) {
            once.add(path);
          }
        });
    return new Comparison(compared, once, List.copyOf(differences.values()), Optional.empty());
  }

  private static void keepSmallest(
      Map<String, Comparison.Difference> differences, Tree.Change change, String sample) {
    Comparison.Difference found =
        new Comparison.Difference(
            change.path(),
            shown(change.before().text()),
            shown(change.after().text()),
            shown(sample));
    differences.merge(
        change.path(),
        found,
        (one, other) -> one.sample().length() <= other.sample().length() ? one : other);
  }

  private static String shown(String text) {
    return text.replaceAll("\\p{Cntrl}", " ");
  }

  private static List<Tree.Change> differences(Outcome existing, Outcome made) {
    if (existing.failure().isPresent() || made.failure().isPresent()) {
      return List.of(new Tree.Change("", existing.shown(), made.shown()));
    }
    return Tree.differences(existing.tree(), made.tree());
  }

  private interface Mapping {
    @Nullable Object run() throws InvocationTargetException;
  }

  private record Outcome(Tree tree, Optional<String> failure) {

    Tree.Value shown() {
      String text = failure.orElse("an object");
      return new Tree.Value(text, text);
    }
  }

  private Outcome outcome(Mapping mapping) {
    try {
      return new Outcome(reader.read(mapping.run()), Optional.empty());
    } catch (InvocationTargetException | RuntimeException | LinkageError failure) {
      return new Outcome(Tree.MISSING, Optional.of("fails: " + UserObjects.text(failure)));
    }
  }
}
