package dev.shelftwin.trial;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What only rows of a real table show: the statements they cost, and what they let out. */
final class TableTraffic {

  /** A row, and two changes of it. */
  private static final int OF_ONE_ROW = 3;

  private final Route route;
  private final TrialTools tools;

  TableTraffic(Route route, TrialTools tools) {
    this.route = route;
    this.tools = tools;
  }

  /**
   * What the rows cost when many are read at once.
   *
   * @param samples from which the rows are made
   */
  Optional<RowLoads> loads(List<Sample> samples) {
    int at = route.table().orElseThrow();
    RouteStep.ThroughEnd table = (RouteStep.ThroughEnd) route.steps().get(at);
    HopLedger load = route.mapperAt(at + 1);
    List<Object> rows = new ArrayList<>();
    for (Sample sample : samples) {
      row(sample, at).ifPresent(rows::add);
    }
    Map<String, @Nullable Object> passed =
        samples.isEmpty() ? Map.of() : samples.get(0).passedValues();
    return table
        .end()
        .load(rows, row -> tools.mappers().map(route.concept(), load, row, null, passed))
        .map(loads -> loads.with(unaccepted(table.to(), loads.walked())));
  }

  /**
   * A row whose version keeps nobody from writing over what somebody else has written.
   *
   * @param samples of which the first ones are used
   */
  Optional<Divergence> lostUpdate(List<Sample> samples, int number) {
    int at = route.table().orElseThrow();
    RouteStep.ThroughEnd table = (RouteStep.ThroughEnd) route.steps().get(at);
    HopLedger save = route.mapperAt(at - 1);
    Optional<Field> version =
        table
            .to()
            .shape()
            .storedFields()
            .filter(field -> route.isSetByTable(table.to(), field))
            .findFirst();
    if (version.isEmpty() || !save.versions().isEmpty() || samples.size() < OF_ONE_ROW) {
      return Optional.empty();
    }
    Change one = new Change(samples.get(1), at - 1, version.get());
    Change other = new Change(samples.get(2), at - 1, version.get());
    return row(samples.get(0), at)
        .filter(row -> table.end().overwritesFirstChange(row, one, other))
        .filter(row -> one.hasNewVersion() && other.hasNewVersion())
        .map(
            row ->
                new Divergence(
                    route.steps().get(at - 1).label(),
                    table.to().path(version.get()),
                    Divergence.Kind.CHANGED,
                    "a refusal of the second of two updates",
                    "an update that overwrites the first",
                    number,
                    List.of()));
  }

  /** Writes what a sample became over a row. */
  private final class Change implements End.Mapping {

    private final Sample sample;
    private final int step;
    private final Field version;
    private @Nullable Object row;
    private @Nullable Object before;

    Change(Sample sample, int step, Field version) {
      this.sample = sample;
      this.step = step;
      this.version = version;
    }

    @Override
    public void map(Object object) throws InvocationTargetException {
      row = object;
      before = tools.access().read(object, version);
      Object source = row(sample, step).orElseThrow();
      HopLedger save = route.mapperAt(step);
      tools.mappers().map(route.concept(), save, source, object, sample.passedValues());
    }

    /** Whether anything was written that gives the row a new version. */
    boolean hasNewVersion() {
      return row != null && !Objects.equals(before, tools.access().read(row, version));
    }
  }

  /** What a sample becomes before a step; empty if something refuses it this time. */
  private Optional<Object> row(Sample sample, int step) {
    Map<String, @Nullable Object> passed = sample.passedValues();
    try {
      Object object = sample.start().create();
      for (RouteStep before : route.steps().subList(0, step)) {
        object =
            before instanceof RouteStep.ThroughEnd end
                ? end.end().pass(object).object()
                : tools
                    .mappers()
                    .map(
                        route.concept(),
                        ((RouteStep.ByMapper) before).ledger(),
                        object,
                        null,
                        passed);
      }
      return Optional.of(object);
    } catch (InvocationTargetException | RuntimeException refused) {
      return Optional.empty();
    }
  }

  /** The fields of a row that the plan does not let be read row by row. */
  private List<String> unaccepted(ResolvedShape row, List<String> fields) {
    if (row.layer().defaults().accept().containsKey(RuleId.ROW_BY_ROW)) {
      return List.of();
    }
    return fields.stream()
        .filter(
            name ->
                route
                    .concept()
                    .pairing()
                    .rowOf(name, row)
                    .filter(said -> said.accept().containsKey(RuleId.ROW_BY_ROW))
                    .isEmpty())
        .map(name -> row.shownName() + "." + name)
        .toList();
  }

  /** Values of the database's library that a mapper lets out of a row. */
  List<Divergence> leaks(int index, Observation after, int number) {
    if (index == 0 || !(route.steps().get(index - 1) instanceof RouteStep.ThroughEnd end)) {
      return List.of();
    }
    return after.fields().fields().stream()
        .filter(field -> isLeak(end.end(), after.of(field).value()))
        .map(
            field ->
                new Divergence(
                    route.steps().get(index).label(),
                    after.shape().path(field),
                    Divergence.Kind.LEAKED,
                    "an object of its own",
                    Objects.requireNonNull(after.of(field).value()).getClass().getName(),
                    number,
                    List.of()))
        .toList();
  }

  private static boolean isLeak(End end, @Nullable Object value) {
    return value != null
        && (end.isOfLibrary(value)
            || (value instanceof Collection<?> all
                && all.stream().anyMatch(one -> one != null && end.isOfLibrary(one))));
  }
}
