package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Makes the samples of one route, and the objects that a sample describes. */
final class SampleMaker {

  private static final int ATTEMPTS = 10;

  /** A row that came from a store has no finer times than stores keep: microseconds. */
  private static final Limits WHAT_STORES_KEEP = Limits.ofSecondDigits(6);

  private final Route route;
  private final ValueSampler values;
  private final Values compare;
  private final Reflection reflection;
  private final Catalogue catalogue;
  private final Oracle oracle;
  private final Map<String, Limits> limits = new HashMap<>();
  private final Map<String, Optional<Inward>> inward = new HashMap<>();

  SampleMaker(Route route, TrialParts parts) {
    this.route = route;
    this.values = parts.sampler();
    this.compare = parts.values();
    this.reflection = parts.reflection();
    this.catalogue = parts.catalogue();
    this.oracle = parts.oracle();
  }

  /** A sample; values of one type differ from each other where the type has enough of them. */
  Sample make(RandomGenerator random) throws SampleRefused {
    Set<String> taken = new HashSet<>();
    Map<String, Candidate> start = object(route.start(), random, taken);
    Map<String, Candidate> other =
        route.updates() ? object(route.start(), random, taken) : Map.of();
    Map<String, Candidate> given = new LinkedHashMap<>();
    for (HopLedger hop : route.hops()) {
      for (Entry entry : Mappers.givenByCaller(hop)) {
        Field field = entry.target().orElseThrow();
        TypeRef slot = hop.slot(field).orElse(field.type());
        boolean mayMiss = hop.hop().to().mayBeMissing(field);
        given.put(
            field.name(), distinct(slot, limits(field, hop.hop().to()), mayMiss, random, taken));
      }
    }
    return new Sample(start, other, given);
  }

  /** The object that a route begins with, or writes over. */
  Object build(Station station, Map<String, @Nullable Object> parts) throws SampleRefused {
    Callable maker = maker(station);
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : maker.parameters()) {
      arguments.add(parts.get(parameter.name()));
    }
    try {
      @Nullable Object made = reflection.make(maker, arguments);
      if (made == null) {
        throw new SampleRefused(maker.label() + " gave null");
      }
      for (Field field : settable(station, maker)) {
        reflection.set(made, field.name(), parts.get(field.name()));
      }
      return made;
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(maker.label() + ": " + Reflection.cause(thrown).getMessage());
    }
  }

  private Map<String, Candidate> object(Station station, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    Map<String, Candidate> parts = new LinkedHashMap<>();
    Callable maker = maker(station);
    for (Parameter parameter : maker.parameters()) {
      Optional<Field> field = station.shape().field(parameter.name());
      boolean mayMiss = field.filter(station::mayBeMissing).isPresent();
      parts.put(
          parameter.name(),
          part(station, parameter.name(), parameter.type(), field, mayMiss, random, taken));
    }
    for (Field field : settable(station, maker)) {
      parts.put(
          field.name(),
          part(
              station,
              field.name(),
              field.writer().orElseThrow().type(),
              Optional.of(field),
              station.mayBeMissing(field),
              random,
              taken));
    }
    return parts;
  }

  private Candidate part(
      Station station,
      String name,
      TypeRef type,
      Optional<Field> field,
      boolean mayMiss,
      RandomGenerator random,
      Set<String> taken)
      throws SampleRefused {
    Limits limits = field.map(known -> limits(known, station)).orElse(Limits.NONE);
    if (station.role() == Role.PERSISTENCE) {
      limits = limits.and(WHAT_STORES_KEEP);
    }
    Optional<Inward> inward =
        station.role() == Role.DOMAIN ? Optional.empty() : inward(name, station);
    if (inward.isEmpty()) {
      return distinct(type, limits, mayMiss, random, taken);
    }
    boolean missing = mayMiss && !inward.get().required() && !type.isPrimitive();
    Candidate inside = distinct(inward.get().type().present(), limits, missing, random, taken);
    return outward(inside, inward.get().back());
  }

  /** Where the domain is choosy, the value is made there and carried outward by the ledger. */
  private Optional<Inward> inward(String name, Station station) {
    return inward.computeIfAbsent(name, field -> findInward(field, station));
  }

  private Optional<Inward> findInward(String name, Station station) {
    Station domain = route.concept().domain();
    return route.concept().hop(station, domain).stream()
        .flatMap(hop -> hop.entries().stream().map(entry -> inward(name, hop, entry)))
        .flatMap(Optional::stream)
        .findFirst();
  }

  private Optional<Inward> inward(String name, HopLedger hop, Entry entry) {
    if (!entry.isCarried() || !entry.sources().get(0).name().equals(name)) {
      return Optional.empty();
    }
    Field target = entry.target().orElseThrow();
    TypeRef type = hop.slot(target).orElse(target.type());
    Optional<Conversion> back =
        backByLedger(hop, entry, target)
            .or(() -> catalogue.between(type, entry.sources().get(0).type()));
    boolean required = !hop.hop().to().mayBeMissing(target);
    return back.map(way -> new Inward(type, way, required));
  }

  private Optional<Conversion> backByLedger(HopLedger hop, Entry entry, Field target) {
    Field source = entry.sources().get(0);
    return route.concept().hops().stream()
        .filter(out -> out.hop().from().equals(hop.hop().to()))
        .flatMap(out -> out.outOf(target))
        .filter(Entry::isCarried)
        .filter(out -> out.target().map(Field::type).equals(Optional.of(source.type())))
        .flatMap(out -> out.conversion().stream())
        .findFirst();
  }

  private Candidate outward(Candidate inside, Conversion back) throws SampleRefused {
    List<Candidate> smaller = new ArrayList<>();
    for (Candidate simpler : inside.smaller()) {
      smaller.add(Candidate.of(oracle.convert(simpler.value(), back)));
    }
    return new Candidate(oracle.convert(inside.value(), back), smaller);
  }

  private Candidate distinct(
      TypeRef type, Limits limits, boolean mayMiss, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    Candidate candidate = values.sample(type, limits, mayMiss, random);
    for (int attempt = 0; attempt < ATTEMPTS && !isNew(candidate, type, taken); attempt++) {
      candidate = values.sample(type, limits, mayMiss, random);
    }
    taken.add(identity(candidate, type));
    return candidate;
  }

  private boolean isNew(Candidate candidate, TypeRef type, Set<String> taken) {
    return Values.present(candidate.value()) == null || !taken.contains(identity(candidate, type));
  }

  private String identity(Candidate candidate, TypeRef type) {
    return type.present().boxed() + " " + compare.show(candidate.value());
  }

  /** The tightest limit anywhere on the field's journey. */
  private Limits limits(Field field, Station station) {
    return limits.computeIfAbsent(station.path(field), path -> findLimits(field, station));
  }

  private Limits findLimits(Field field, Station station) {
    Limits tightest = limitsBeside(field, station);
    for (HopLedger hop : route.concept().hops()) {
      for (Entry entry : hop.entries()) {
        boolean inward =
            hop.hop().from().equals(station)
                && hop.hop().inward()
                && entry.sources().contains(field);
        if (inward && entry.target().isPresent()) {
          tightest = tightest.and(limitsBeside(entry.target().get(), hop.hop().to()));
        }
      }
    }
    return tightest;
  }

  /** The limits of a field and of those one hop away. */
  private Limits limitsBeside(Field field, Station station) {
    Limits tightest = field.limits();
    for (HopLedger hop : route.concept().hops()) {
      for (Entry entry : hop.entries()) {
        boolean touches =
            (hop.hop().from().equals(station) && entry.sources().contains(field))
                || (hop.hop().to().equals(station) && entry.target().equals(Optional.of(field)));
        if (touches) {
          tightest = tightest.and(limitsOf(entry));
        }
      }
    }
    return tightest;
  }

  private static Limits limitsOf(Entry entry) {
    Limits limits = entry.target().map(Field::limits).orElse(Limits.NONE);
    for (Field source : entry.sources()) {
      limits = limits.and(source.limits());
    }
    return limits;
  }

  /** What makes the object: in the domain what loads it, elsewhere whatever takes the most. */
  private Callable maker(Station station) {
    Optional<Callable> loading =
        route.concept().hops().stream()
            .filter(hop -> hop.hop().to().equals(station))
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .flatMap(hop -> hop.maker().stream())
            .findFirst();
    return loading
        .filter(maker -> station.role() == Role.DOMAIN)
        .orElseGet(
            () ->
                station.shape().makers().stream()
                    .max(Comparator.comparingInt(maker -> maker.parameters().size()))
                    .orElseThrow());
  }

  private static List<Field> settable(Station station, Callable maker) {
    Set<String> taken = new HashSet<>();
    maker.parameters().forEach(parameter -> taken.add(parameter.name()));
    return station
        .shape()
        .storedFields()
        .filter(field -> field.writer().isPresent() && !taken.contains(field.name()))
        .filter(field -> station.role() != Role.DOMAIN)
        .toList();
  }

  /** The domain's type of an outer field, the way back from it, and whether it must be there. */
  private record Inward(TypeRef type, Conversion back, boolean required) {}
}
