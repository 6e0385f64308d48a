package dev.shelftwin.observe;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.NestedMappers;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.trial.ConcreteTypes;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.UserObjects;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Observes the mappers that the plan calls existing. */
public final class ExistingMapperObserver {

  /** How many types are tried behind an abstract type until a mapper accepts objects of one. */
  private static final int MOST_CHOICES = 8;

  /** In place of the number of a run: the runs are over, and what was seen is compared. */
  public static final int NO_RUN = -1;

  private final Ledger ledger;
  private final Shapes shapes;
  private final UserObjects objects;
  private final List<Task> tasks;
  private final Doubles doubles;

  /**
   * The mappers of a plan.
   *
   * @param loader loads the users' classes
   */
  public ExistingMapperObserver(Ledger ledger, Shapes shapes, ClassLoader loader) {
    this(ledger, shapes, loader, Doubles.none());
  }

  /**
   * The mappers of a plan, with test doubles.
   *
   * @param doubles of the users, in place of stubs for what the mappers need
   */
  public ExistingMapperObserver(Ledger ledger, Shapes shapes, ClassLoader loader, Doubles doubles) {
    this.ledger = ledger;
    this.doubles = doubles;
    this.shapes = shapes;
    this.objects = new UserObjects(ledger, shapes, loader);
    this.tasks = tasks(ledger);
  }

  /** All methods of a plan, in its order. */
  public static List<Task> tasks(Ledger ledger) {
    List<Task> found = new ArrayList<>();
    for (ConceptLedger concept : ledger.concepts()) {
      for (HopLedger hop : concept.hops()) {
        for (ExistingMapper mapper :
            concept.concept().existing(hop.hop().from().use(), hop.hop().to().use())) {
          mapper.methods().forEach(method -> found.add(new Task(concept, hop, method)));
        }
      }
    }
    return List.copyOf(found);
  }

  /**
   * The qualified names of the classes that must be compiled to run the existing mappers of a plan
   * and what else it names, and to create samples; those that do not exist are left out.
   */
  public static List<String> classes(Ledger ledger, Shapes shapes) {
    Set<String> names = new LinkedHashSet<>();
    for (Task task : tasks(ledger)) {
      names.add(task.hop().hop().from().shape().type().outermostName());
      names.add(task.hop().hop().to().shape().type().outermostName());
    }
    Set<String> mappers =
        ledger.plan().concepts().stream()
            .flatMap(concept -> concept.existing().stream())
            .flatMap(mapper -> mapper.classes().stream())
            .collect(Collectors.toSet());
    ledger.plan().testClasses().stream()
        .filter(name -> !mappers.contains(name) || shapes.find(name).isPresent())
        .forEach(names::add);
    ConcreteTypes.needed(ledger, shapes).forEach(type -> names.add(type.type().outermostName()));
    return List.copyOf(names);
  }

  /** One method of one hop. */
  public record Task(ConceptLedger concept, HopLedger hop, Text method) {

    /** The name of the concept. */
    public String conceptName() {
      return concept.name();
    }

    /** The hop, as {@code A->B}. */
    public String hopName() {
      return hop.hop().from().label() + "->" + hop.hop().to().label();
    }

    /** The result for a method that the virtual machine did not survive. */
    public ObservedMapper failed(String why) {
      return new ObservedMapper(
          conceptName(),
          hopName(),
          method.value(),
          0,
          List.of(),
          new PlanComparison(concept, hop, method).fails(why));
    }
  }

  /** All methods, in the order of the plan. */
  public List<Task> tasks() {
    return tasks;
  }

  /** Runs one method and finds out what it does. */
  public ObservedMapper observe(Task task) {
    return observe(task, number -> {});
  }

  /**
   * Runs one method and finds out what it does.
   *
   * @param begins told the number of each run before it, counted from 0, and {@link #NO_RUN} after
   *     the last one
   */
  public ObservedMapper observe(Task task, IntConsumer begins) {
    PlanComparison comparison = new PlanComparison(task.concept(), task.hop(), task.method());
    try {
      return observe(task, comparison, begins);
    } catch (CannotObserve | InputException cannot) {
      return task.failed(String.valueOf(cannot.getMessage()));
    } catch (RuntimeException | LinkageError | StackOverflowError failure) {
      // Whatever the users' code does while its classes are loaded, the other mappers still run.
      return task.failed(UserObjects.text(failure));
    }
  }

  private ObservedMapper observe(Task task, PlanComparison comparison, IntConsumer begins) {
    Found found = find(task);
    Class<?> owner = found.owner();
    MapperCall call = found.call();
    TreeReader reader = new TreeReader(shapes, objects);
    List<SlotTree.Root> arguments = new ArrayList<>();
    arguments.add(new SlotTree.Root("", task.hop().hop().from().shape().type()));
    if (call.updates()) {
      arguments.add(new SlotTree.Root("", task.hop().hop().to().shape().type()));
    }
    arguments.addAll(call.others());
    IntFunction<MapperRuns> byChoice =
        choice ->
            new MapperRuns(
                call,
                owner,
                SlotTree.of(arguments, shapes, objects, isRequired(task), choice),
                instances(found),
                new SourceBuilder(objects),
                new Stubs.StubClasses(shapes, objects, reader),
                reader,
                begins);
    MapperRuns runs = accepted(byChoice, reader);
    Constants constants = Constants.of(owner);
    Observations seen =
        new MapperObserver(
                runs,
                objects,
                reader,
                AcceptedValues.of(task.concept(), task.hop().hop().from(), objects, reader),
                constants,
                names(task))
            .observe();
    begins.accept(NO_RUN);
    List<ExpectedFlow> expected = ExpectedFlow.of(ledger, task.hop());
    Explanations explanations =
        new Explanations(
            new Catalogue(shapes, NestedMappers.NONE),
            objects,
            reader,
            planned(expected),
            constants.datePatterns());
    List<FlowFinder.ObservedFlow> flows = new FlowFinder(seen, explanations, reader).flows();
    return new ObservedMapper(
        task.conceptName(),
        task.hopName(),
        task.method().value(),
        runs.count(),
        seen.refused().isPresent()
            ? List.of()
            : flows.stream().map(flow -> account(flow.flow(), expected)).toList(),
        comparison
            .at(constants, shapes.find(owner.getName().replace('$', '.')), call)
            .findings(seen, flows, expected),
        Optional.empty(),
        HeldTypes.of(ledger, task.hop()));
  }

  /** The runs of a mapper with the first types behind abstract ones of which it accepts objects. */
  private MapperRuns accepted(IntFunction<MapperRuns> byChoice, TreeReader reader) {
    MapperRuns first = byChoice.apply(0);
    int choices = Math.min(first.roots().choices(), MOST_CHOICES);
    DistinctValues values = new DistinctValues(objects, reader, 1);
    return IntStream.range(0, choices == 1 ? 0 : choices)
        .mapToObj(byChoice)
        .filter(runs -> !runs.run(Bases.filled(runs.roots(), values)).failed())
        .findFirst()
        .orElse(first);
  }

  /** A source that reaches nothing is lost only if the plan or its name pairs it. */
  private static Flow account(Flow flow, List<ExpectedFlow> expected) {
    boolean paired =
        expected.stream()
            .filter(one -> !(one.mapping() instanceof FieldMapping.Stays))
            .flatMap(one -> one.sources().stream())
            .anyMatch(
                source ->
                    flow.sources().stream().anyMatch(path -> ExpectedFlow.isWithin(path, source)));
    return flow.account() == Account.LOST && !paired ? flow.as(Account.STAYS) : flow;
  }

  /** A method of the plan in the users' classes. */
  record Found(Class<?> owner, Class<?> target, MapperCall call) {}

  /**
   * Finds the method of a task.
   *
   * @throws CannotObserve if there is none, or more than one
   */
  Found find(Task task) {
    MapperName name =
        MapperName.of(task.method().value())
            .orElseThrow(
                () ->
                    new CannotObserve(
                        "it is no method; write it like coop.kiln.store.Rows.toFiring"));
    Class<?> owner = load(name.owner());
    Class<?> from = objects.load(task.hop().hop().from().shape().type());
    Class<?> to = objects.load(task.hop().hop().to().shape().type());
    return new Found(owner, to, call(owner, name, from, to));
  }

  /** Creates the objects that have the methods. */
  Instances instances(Found found) {
    return new Instances(ledger.plan(), objects, owners(), doubles, found.target());
  }

  private Class<?> load(String owner) {
    for (String name = owner; ; ) {
      try {
        return objects.load(name);
      } catch (InputException missing) {
        int dot = name.lastIndexOf('.');
        if (dot < 0) {
          throw new CannotObserve("there is no class " + owner + " among the compiled classes");
        }
        name = name.substring(0, dot) + "$" + name.substring(dot + 1);
      }
    }
  }

  private static MapperCall call(Class<?> owner, MapperName name, Class<?> from, Class<?> to) {
    List<MapperCall> found = MapperCall.find(owner, name, from, to);
    if (found.size() == 1) {
      return found.get(0);
    }
    boolean exists =
        name.isConstructor()
            || Arrays.stream(owner.getMethods())
                .anyMatch(method -> method.getName().equals(name.method()))
            || Arrays.stream(owner.getDeclaredMethods())
                .anyMatch(method -> method.getName().equals(name.method()));
    String hop = from.getSimpleName() + " to " + to.getSimpleName();
    throw new CannotObserve(
        !found.isEmpty()
            ? "several methods of this name map " + hop + "; add the parameter types in brackets"
            : exists
                ? "no method of this name maps " + hop
                : owner.getSimpleName() + " has no method " + name.method());
  }

  /** The constants of the target's enumerations, which texts may name. */
  private List<String> names(Task task) {
    SlotTree.Root root = new SlotTree.Root("", task.hop().hop().to().shape().type());
    return SlotTree.of(root, shapes, objects).leaves().stream()
        .flatMap(leaf -> leaf.constants().stream())
        .filter(Enum.class::isInstance)
        .flatMap(constant -> EnumTexts.of((Enum<?>) constant))
        .distinct()
        .toList();
  }

  /** The fields of the source that always have a value: by the plan, or as the key of a row. */
  private static Predicate<Field> isRequired(Task task) {
    ResolvedShape from = task.hop().hop().from();
    boolean isRow = from.role() == Role.PERSISTENCE;
    return field -> !from.mayBeMissing(field) || (isRow && field.roles().contains(FieldRole.KEY));
  }

  private Set<Class<?>> owners() {
    Set<Class<?>> owners = new LinkedHashSet<>();
    for (Task task : tasks) {
      MapperName.of(task.method().value())
          .ifPresent(
              name -> {
                try {
                  owners.add(load(name.owner()));
                } catch (CannotObserve missing) {
                  // its own task says so
                }
              });
    }
    return owners;
  }

  private static Map<String, Conversion> planned(List<ExpectedFlow> expected) {
    Map<String, Conversion> planned = new HashMap<>();
    for (ExpectedFlow flow : expected) {
      Optional<Conversion> conversion = flow.mapping().conversion();
      if (flow.sources().size() == 1 && conversion.isPresent()) {
        planned.put(flow.sources().get(0) + " -> " + flow.target(), conversion.get());
      }
    }
    return planned;
  }
}
