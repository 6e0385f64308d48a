package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.runtime.RejectedValue;
import dev.shelftwin.runtime.Result;
import dev.shelftwin.shape.Field;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Tries the methods of one hop that take more than one object: the method for lists, and those by
 * which a family updates rows. They are tried with objects that the method for one object has
 * mapped as it must.
 */
final class FurtherMethods {

  /** Three objects show whether the first, the middle or the last one is left out. */
  private static final int OBJECTS = 3;

  /** Two of each subtype, so that a row can be updated from another object of its subtype. */
  private static final int OF_EACH_SUBTYPE = 2;

  private final ConceptLedger concept;
  private final HopLedger hop;
  private final String label;
  private final StepComparison comparison;
  private final TrialTools tools;
  private final Observer observer;
  private final List<Mapped> mapped = new ArrayList<>();

  FurtherMethods(
      ConceptLedger concept,
      RouteStep.ByMapper step,
      StepComparison comparison,
      TrialTools tools,
      Observer observer) {
    this.concept = concept;
    this.hop = step.ledger();
    this.label = step.label();
    this.comparison = comparison;
    this.tools = tools;
    this.observer = observer;
  }

  /**
   * An object that was mapped as it must be.
   *
   * @param source the object
   * @param target what it became
   * @param existing creates the object that it was written over; empty if a new one was created
   * @param callerValues the values that the caller passed, by target field
   */
  record Mapped(
      Observation source,
      Observation target,
      Optional<SampleRecipe> existing,
      Map<String, @Nullable Object> callerValues) {}

  /** Keeps an object that was mapped as it must be, if more are needed. */
  void note(Mapped one) {
    Class<?> type = one.source().object().getClass();
    boolean needed =
        hop.family().isEmpty()
            ? mapped.size() < OBJECTS
            : mapped.stream()
                    .filter(known -> known.source().object().getClass().equals(type))
                    .count()
                < OF_EACH_SUBTYPE;
    if (needed) {
      mapped.add(one);
    }
  }

  /**
   * The divergences of these methods.
   *
   * @param sample the number of the last sample
   */
  List<Divergence> divergences(int sample) {
    List<Divergence> divergences = new ArrayList<>();
    boolean creates = mapped.stream().anyMatch(one -> one.existing().isEmpty());
    if (creates && !hop.hop().changes() && hop.callerParameters().isEmpty()) {
      String method = MapperNames.list(concept, hop.hop());
      divergences.addAll(ofList(method, sample));
      divergences.addAll(ofList(MapperNames.result(method), sample));
    }
    if (creates && hop.family().isPresent()) {
      divergences.addAll(ofUpdates(sample));
    }
    for (Mapped one : mapped) {
      divergences.addAll(ofResult(one, sample));
    }
    if (tools.mappers().isGenerated(concept, hop)) {
      mapped.stream()
          .flatMap(one -> ofChangedRow(one, sample).stream())
          .findFirst()
          .ifPresent(divergences::add);
    }
    return divergences;
  }

  /** The form that returns faults, of the method that maps or updates one object. */
  private List<Divergence> ofResult(Mapped one, int sample) {
    boolean updates = one.existing().isPresent();
    String method =
        MapperNames.result(updates ? MapperNames.UPDATE : MapperNames.method(hop.hop().to()));
    Optional<Object> existing = one.existing().map(SampleRecipe::create);
    existing.ifPresent(row -> tools.versions().keep(concept, hop, one.source().object(), row));
    Optional<Observation> untouched =
        existing.map(object -> observer.observe(object, hop.hop().to()));
    List<@Nullable Object> arguments = arguments(existing, one);
    Optional<MapperMethod> call =
        tools.mappers().methodFor(concept, hop, method, arguments.toArray());
    if (call.isEmpty()) {
      return List.of(); // only requests have it, and a mapper of the users need not
    }
    try {
      @Nullable Object made = value(call.get().call(arguments.toArray()));
      return made == null
          ? List.of(
              different(method + "()", tools.text().of(one.target().object()), "null", sample))
          : compared(method + "()", one, untouched, made, sample);
    } catch (InvocationTargetException thrown) {
      return List.of(failed(method, ObjectAccess.cause(thrown), sample));
    }
  }

  private List<@Nullable Object> arguments(Optional<Object> existing, Mapped one) {
    List<@Nullable Object> arguments = new ArrayList<>();
    existing.ifPresent(arguments::add);
    arguments.add(one.source().object());
    hop.callerParameters()
        .forEach(
            given -> arguments.add(one.callerValues().get(given.target().orElseThrow().name())));
    return arguments;
  }

  /** A row that someone has changed since the source was read must not be updated. */
  private Optional<Divergence> ofChangedRow(Mapped one, int sample) {
    Object source = one.source().object();
    Optional<Object> row = one.existing().map(SampleRecipe::create);
    Optional<Field> version = row.flatMap(some -> tools.versions().change(hop, source, some));
    if (version.isEmpty()) {
      return Optional.empty();
    }
    Object[] arguments = arguments(row, one).toArray();
    String arrived;
    try {
      tools
          .mappers()
          .methodFor(concept, hop, MapperNames.UPDATE, arguments)
          .orElseThrow()
          .call(arguments);
      arrived = "an update of a changed row";
    } catch (InvocationTargetException thrown) {
      Throwable cause = ObjectAccess.cause(thrown);
      if (cause instanceof FaultException faults
          && faults.faults().stream().anyMatch(fault -> isOf(fault, version.get()))) {
        return Optional.empty();
      }
      arrived = cause.toString();
    }
    String expected = "the fault '" + Fault.CHANGED + "' of " + version.get().name();
    return Optional.of(different(MapperNames.UPDATE + "()", expected, arrived, sample));
  }

  private static boolean isOf(Fault fault, Field version) {
    return fault.code().equals(Fault.CHANGED) && fault.path().text().equals(version.name());
  }

  /** The object in a result; the faults if it has none. */
  private static @Nullable Object value(@Nullable Object result) {
    return result instanceof Result<?> some ? some.fold(made -> made, faults -> faults) : result;
  }

  private List<Divergence> ofList(String method, int sample) {
    Optional<MapperMethod> call = tools.mappers().method(concept, hop, method, List.class);
    if (call.isEmpty()) {
      return List.of(); // a mapper of the users need not have it
    }
    List<Mapped> all = new ArrayList<>(mapped);
    all.add(mapped.get(0)); // equal elements are still two elements
    List<Object> objects = all.stream().map(one -> one.source().object()).toList();
    @Nullable Object result;
    try {
      result = value(call.get().call(objects));
    } catch (InvocationTargetException thrown) {
      return List.of(failed(method, ObjectAccess.cause(thrown), sample));
    }
    String expected = count(objects);
    if (!(result instanceof List<?> elements) || elements.size() != objects.size()) {
      String arrived = result instanceof List<?> some ? count(some) : String.valueOf(result);
      return List.of(different(method + "()", expected, arrived, sample));
    }
    List<Divergence> divergences = new ArrayList<>();
    for (int index = 0; index < elements.size(); index++) {
      String place = method + "()[" + index + "]";
      @Nullable Object element = elements.get(index);
      if (element == null) {
        divergences.add(different(place, tools.text().of(objects.get(index)), "null", sample));
      } else {
        divergences.addAll(compared(place, all.get(index), Optional.empty(), element, sample));
      }
    }
    return divergences;
  }

  private static String count(List<?> objects) {
    return objects.size() + (objects.size() == 1 ? " element" : " elements");
  }

  /** Every object is written over every row; only a row of its own subtype takes it. */
  private List<Divergence> ofUpdates(int sample) {
    Class<?>[] parameters = {
      tools.classes().load(hop.hop().to().shape().type()),
      tools.classes().load(hop.hop().from().shape().type())
    };
    Optional<MapperMethod> update =
        tools.mappers().method(concept, hop, MapperNames.UPDATE, parameters);
    Optional<MapperMethod> matches =
        tools.mappers().method(concept, hop, MapperNames.MATCHES, parameters);
    List<Divergence> divergences = new ArrayList<>();
    for (Mapped row : update.isEmpty() ? List.<Mapped>of() : mapped) {
      Object target = row.target().object();
      for (Mapped one : mapped) {
        Object source = one.source().object();
        boolean fits = fits(source, target);
        try {
          if (matches.isPresent()) {
            Object said = matches.get().call(target, source);
            if (!Boolean.valueOf(fits).equals(said)) {
              divergences.add(
                  different(
                      MapperNames.MATCHES + "()",
                      String.valueOf(fits),
                      String.valueOf(said),
                      sample));
            }
          }
          update.get().call(target, source);
          if (fits) {
            divergences.addAll(
                compared(MapperNames.UPDATE + "()", one, Optional.empty(), target, sample));
          } else {
            divergences.add(different(MapperNames.UPDATE + "()", "a refusal", "an update", sample));
          }
        } catch (InvocationTargetException thrown) {
          Throwable cause = ObjectAccess.cause(thrown);
          boolean refused =
              cause instanceof RejectedValue value && value.code().equals(Fault.UNKNOWN_KIND);
          if (fits || !refused) {
            divergences.add(failed(MapperNames.UPDATE, cause, sample));
          }
        }
      }
    }
    return divergences;
  }

  private boolean fits(Object source, Object target) {
    return hop.subtypes().stream()
        .anyMatch(
            subtype ->
                tools.classes().load(subtype.from()).isInstance(source)
                    && tools.classes().load(subtype.to()).isInstance(target));
  }

  /** The divergences of one object, with the method in place of its type. */
  private List<Divergence> compared(
      String place, Mapped one, Optional<Observation> untouched, Object target, int sample) {
    String type = hop.hop().to().shape().type().simpleName();
    if (!tools.classes().load(hop.hop().to().shape().type()).isInstance(target)) {
      String expected = tools.text().of(one.target().object());
      return List.of(different(place, expected, String.valueOf(target), sample));
    }
    return comparison
        .afterMapper(
            hop,
            one.source(),
            observer.observe(target, hop.hop().to()),
            untouched,
            one.callerValues(),
            sample)
        .stream()
        .map(found -> found.at(place + found.field().substring(type.length())))
        .toList();
  }

  private Divergence different(String place, String before, String after, int sample) {
    return new Divergence(label, place, Divergence.Kind.CHANGED, before, after, sample, List.of());
  }

  private Divergence failed(String method, Throwable cause, int sample) {
    return new Divergence(
        label,
        method + "()",
        Divergence.Kind.FAILED,
        count(mapped),
        cause.toString(),
        sample,
        List.of());
  }
}
