package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Makes sample objects of one shape of a concept, and of what they hold. */
final class ObjectMaker {

  private static final int ATTEMPTS = 10;

  /** How deep objects hold others of their own kind. */
  private static final int DEEPEST = 3;

  /** A row that came from a store has no finer times than stores keep: microseconds. */
  private static final Limits WHAT_STORES_KEEP = new Limits.Builder().secondDigits(6).build();

  private final ConceptLedger concept;
  private final ResolvedShape resolved;
  private final TrialParts parts;
  private final JourneyLimits journey;
  private final ValueSampler values;
  private final Holders holders;
  private final Assembly assembly;
  private final Reflection reflection;
  private final Map<String, Limits> limits = new HashMap<>();
  private final Map<String, Optional<Inward>> inward = new HashMap<>();
  private final Map<TypeRef, Optional<ObjectMaker>> nested = new HashMap<>();
  private final Map<String, Optional<Operation.FindRow>> references = new HashMap<>();
  private @Nullable List<Part> wanted;
  private @Nullable List<ObjectMaker> kinds;
  private int depth;

  ObjectMaker(ConceptLedger concept, ResolvedShape resolved, TrialParts parts) {
    this.concept = concept;
    this.resolved = resolved;
    this.parts = parts;
    this.journey = new JourneyLimits(concept, resolved);
    this.values = parts.sampler();
    this.reflection = parts.reflection();
    this.holders = new Holders(values, reflection);
    this.assembly = new Assembly(concept, resolved, holders, reflection);
  }

  /** Values of everything that one object needs. */
  Map<String, Candidate> sketch(RandomGenerator random) throws SampleRefused {
    return sketch(random, new HashSet<>());
  }

  /** An object from values of its parts. */
  Object build(Map<String, @Nullable Object> values) throws SampleRefused {
    @Nullable Object whole = values.get(Comparison.WHOLE.name());
    return whole == null ? assembly.build(values) : object(whole);
  }

  private boolean changes() {
    return resolved.use().direction() == Direction.CHANGE;
  }

  /**
   * The same with values that differ from those taken where their types have enough of them.
   *
   * @param taken what was given out so far; added to
   */
  Map<String, Candidate> sketch(RandomGenerator random, Set<String> taken) throws SampleRefused {
    return sketch(random, taken, null);
  }

  /** Where an object of the hub is given, values that stand for its own. */
  private Map<String, Candidate> sketch(
      RandomGenerator random, Set<String> taken, @Nullable Object hub) throws SampleRefused {
    if (!kinds().isEmpty()) {
      ObjectMaker kind = kinds().get(random.nextInt(kinds().size()));
      return Map.of(Comparison.WHOLE.name(), kind.candidate(random, taken));
    }
    depth++;
    try {
      Map<String, Candidate> sketch = new LinkedHashMap<>();
      for (Part part : wanted()) {
        Optional<Candidate> like =
            hub == null ? Optional.empty() : counterpart(part.name(), hub, random, taken);
        sketch.put(part.name(), like.isPresent() ? like.get() : draw(part, random, taken));
      }
      return sketch;
    } finally {
      depth--;
    }
  }

  ConceptLedger concept() {
    return concept;
  }

  ResolvedShape resolved() {
    return resolved;
  }

  /** Whether an object is of its type. */
  boolean makes(Object object) {
    return reflection.load(resolved.shape().type()).isInstance(object);
  }

  /** The creator of an object's kind. */
  Optional<ObjectMaker> kindOf(Object object) {
    return kinds().stream().filter(kind -> kind.makes(object)).findFirst();
  }

  /** The creators of the kinds of an abstract type; none where it is not abstract. */
  private List<ObjectMaker> kinds() {
    if (kinds == null) {
      kinds =
          concept.hops().stream()
              .filter(hop -> hop.family().isPresent() && hop.hop().touches(resolved))
              .findFirst()
              .map(hop -> parts.creators().kinds(hop, resolved))
              .orElse(List.of());
    }
    return kinds;
  }

  /** What an object is made of. */
  private List<Part> wanted() {
    if (wanted == null) {
      wanted = findWanted();
    }
    return wanted;
  }

  private List<Part> findWanted() {
    Creator creator = assembly.creator();
    List<Part> wanted = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      Optional<Field> field = resolved.shape().field(parameter.name());
      boolean mayMiss = field.filter(journey::mayBeMissing).isPresent();
      wanted.add(new Part(parameter.name(), parameter.type(), field, mayMiss));
    }
    for (Field field : assembly.settable(creator)) {
      wanted.add(
          new Part(
              field.name(),
              Assembly.taken(field),
              Optional.of(field),
              journey.mayBeMissing(field)));
    }
    return wanted;
  }

  /** Something that an object is made of. */
  private record Part(String name, TypeRef type, Optional<Field> field, boolean mayMiss) {

    /** The same without the optional around it, and never missing. */
    Part present() {
      return new Part(name, type.present(), field, false);
    }
  }

  private Candidate draw(Part part, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    if (changes() && part.type().isOptional()) {
      boolean needed = inward(part.name()).filter(Inward::required).isPresent();
      switch (random.nextInt(needed ? 3 : 4)) {
        case 0 -> {
          return Candidate.of(null);
        }
        case 3 -> {
          return new Candidate(Silence.CLEARED, List.of(Candidate.of(null)));
        }
        default -> {
          return draw(part.present(), random, taken);
        }
      }
    }
    TypeRef type = part.type();
    Limits limits = part.field().map(this::limits).orElse(Limits.NONE);
    if (resolved.role() == Role.PERSISTENCE) {
      limits = limits.and(WHAT_STORES_KEEP);
    }
    if (part.field().filter(this::leadsBack).isPresent()) {
      return Candidate.of(null);
    }
    Optional<Operation.FindRow> reference = reference(part.name());
    if (reference.isPresent()) {
      return references(reference.get(), part, limits, random, taken);
    }
    Optional<ObjectMaker> nested = nested(type);
    if (nested.isPresent()) {
      return objects(nested.get(), part, random, taken);
    }
    Optional<Inward> inward =
        resolved.equals(concept.hub()) ? Optional.empty() : inward(part.name());
    if (inward.isEmpty()) {
      Optional<FieldMapping> split = split(part.name());
      return split.isEmpty()
          ? distinct(type, limits, part.mayMiss(), random, taken)
          : splitFrom(split.get(), part, limits, random, taken);
    }
    boolean missing = part.mayMiss() && !inward.get().required() && !type.isPrimitive();
    Candidate inside = distinct(inward.get().type().present(), limits, missing, random, taken);
    return inward.get().direct() ? inside : outward(inside, inward.get().back().orElseThrow());
  }

  /** Where one of several columns keeps a part of what one field of the hub holds. */
  private Optional<FieldMapping> split(String name) {
    return concept.hop(concept.hub(), resolved).stream()
        .flatMap(hop -> hop.into(name).stream())
        .filter(entry -> entry.account() == Account.SPLIT && entry.source().isPresent())
        .findFirst();
  }

  /** A part such as a currency, as its column keeps it; any text would hardly ever be one. */
  private Candidate splitFrom(
      FieldMapping split, Part part, Limits limits, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    boolean missing = part.mayMiss() && !part.type().isPrimitive();
    TypeRef inside = split.source().orElseThrow().type().present();
    Candidate drawn = distinct(inside, limits, missing, random, taken);
    return outward(drawn, split.conversion().orElseThrow());
  }

  private boolean leadsBack(Field field) {
    return concept.roles(resolved, field).contains(FieldRole.PARENT);
  }

  private Optional<ObjectMaker> nested(TypeRef type) {
    return nested.computeIfAbsent(type, this::findNested);
  }

  private Optional<ObjectMaker> findNested(TypeRef type) {
    TypeRef held = type.present();
    TypeRef element = Container.of(held).isPresent() ? Container.element(held) : held;
    return parts.creators().beside(resolved, element.present());
  }

  /** The form by which the store finds what a field refers to; empty where it refers to nothing. */
  private Optional<Operation.FindRow> reference(String name) {
    return references.computeIfAbsent(name, this::findReference);
  }

  private Optional<Operation.FindRow> findReference(String name) {
    return concept.hop(concept.hub(), resolved).stream()
        .flatMap(hop -> hop.into(name).stream())
        .flatMap(entry -> entry.conversion().stream())
        .flatMap(Conversion::operations)
        .filter(Operation.FindRow.class::isInstance)
        .map(Operation.FindRow.class::cast)
        .findFirst();
  }

  private Candidate references(
      Operation.FindRow form, Part part, Limits limits, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    return holders.held(
        part.type(),
        part.mayMiss(),
        random,
        () -> {
          Candidate key = distinct(form.key(), limits, false, random, taken);
          return new Candidate(
              reference(form, key),
              key.smaller().stream()
                  .map(smaller -> Candidate.of(reference(form, smaller)))
                  .toList());
        });
  }

  private Sketch reference(Operation.FindRow form, Candidate key) {
    return new Sketch.OfReference(parts.finders(), form, Objects.requireNonNull(key.value()));
  }

  private Candidate objects(
      ObjectMaker nested, Part part, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    if (nested.depth >= DEEPEST) {
      return Container.of(part.type().present()).isPresent()
          ? Candidate.of(List.of())
          : Candidate.of(null);
    }
    return holders.held(part.type(), part.mayMiss(), random, () -> nested.candidate(random, taken));
  }

  /** A sample object that its own type accepts; one of an outer shape is one that may come in. */
  private Candidate candidate(RandomGenerator random, Set<String> taken) throws SampleRefused {
    if (!kinds().isEmpty()) {
      return kinds().get(random.nextInt(kinds().size())).candidate(random, taken);
    }
    if (resolved.equals(concept.hub())) {
      return hubObject(random, taken);
    }
    Candidate inside = parts.creators().of(concept, concept.hub()).hubObject(random, taken);
    List<Candidate> smaller = new ArrayList<>();
    for (Candidate simpler : inside.smaller()) {
      try {
        smaller.add(Candidate.of(like(simpler.value(), random, taken)));
      } catch (SampleRefused tooSimple) {
        // The domain does not accept it, so it is no candidate.
      }
    }
    return new Candidate(like(inside.value(), random, taken), smaller);
  }

  private Sketch like(@Nullable Object inside, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    for (ObjectMaker kind : kinds()) {
      Object hub = object(inside);
      if (reflection.load(kind.concept.hub().shape().type()).isInstance(hub)) {
        return kind.like(hub, random, taken);
      }
    }
    return new Sketch.OfObject(this, sketch(random, taken, object(inside)));
  }

  private static Object object(@Nullable Object value) throws SampleRefused {
    return value instanceof Sketch sketch ? sketch.make() : Objects.requireNonNull(value);
  }

  private Candidate hubObject(RandomGenerator random, Set<String> taken) throws SampleRefused {
    if (!kinds().isEmpty()) {
      return candidate(random, taken);
    }
    if (values.hasOwnMethod(resolved.shape().type())) {
      return values.sample(resolved.shape().type(), Limits.NONE, false, random);
    }
    for (int attempt = 1; ; attempt++) {
      try {
        Map<String, Candidate> sketch = sketch(random, taken);
        new Sketch.OfObject(this, sketch).make();
        return candidate(sketch);
      } catch (SampleRefused refused) {
        if (attempt == ATTEMPTS) {
          throw refused;
        }
      }
    }
  }

  private Candidate candidate(Map<String, Candidate> sketch) {
    List<Candidate> smaller = new ArrayList<>();
    sketch.forEach(
        (name, part) ->
            part.smaller()
                .forEach(
                    simpler -> {
                      Map<String, Candidate> changed = new LinkedHashMap<>(sketch);
                      changed.put(name, simpler);
                      smaller.add(Candidate.of(new Sketch.OfObject(this, changed)));
                    }));
    return new Candidate(new Sketch.OfObject(this, sketch), smaller);
  }

  /** Values for an outer object that stands for one of the hub's, so that it may come in. */
  Map<String, Candidate> sketchAccepted(RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    if (!kinds().isEmpty()) {
      return sketch(random, taken);
    }
    if (resolved.equals(concept.hub())) {
      return values.hasOwnMethod(resolved.shape().type())
          ? partsOf(hubObject(random, taken), random, taken)
          : sketch(random, taken);
    }
    Object hub = parts.creators().of(concept, concept.hub()).hubObject(random, taken).value();
    return sketch(random, taken, object(hub));
  }

  /** The parts of an object that the users' own method made, as far as it shows them. */
  private Map<String, Candidate> partsOf(Candidate made, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    Map<String, Candidate> sketch = new LinkedHashMap<>();
    for (Part part : wanted()) {
      Optional<Field> shown = part.field().filter(field -> field.reader().isPresent());
      sketch.put(
          part.name(),
          shown.isPresent()
              ? Candidate.of(
                  Values.present(
                      reflection.read(Objects.requireNonNull(made.value()), shown.get())))
              : draw(part, random, taken));
    }
    return sketch;
  }

  /** What an outer field holds where the hub holds what it does; empty where that is not known. */
  private Optional<Candidate> counterpart(
      String name, Object hub, RandomGenerator random, Set<String> taken) throws SampleRefused {
    Optional<Field> inside =
        concept.hop(resolved, concept.hub()).stream()
            .flatMap(hop -> hop.mappings().stream())
            .filter(entry -> entry.isCarried() && isOnlySource(entry, name))
            .flatMap(entry -> entry.target().stream())
            .filter(field -> field.reader().isPresent())
            .findFirst();
    if (inside.isPresent()) {
      return outer(name, Values.present(reflection.read(hub, inside.get())), random, taken);
    }
    Optional<FieldMapping> split =
        concept.hop(concept.hub(), resolved).stream()
            .flatMap(hop -> hop.into(name).stream())
            .filter(entry -> entry.account() == Account.SPLIT)
            .findFirst();
    if (split.isEmpty()) {
      return Optional.empty();
    }
    Object part = reflection.read(hub, split.get().sources().get(0));
    return Optional.of(
        Candidate.of(parts.oracle().convert(part, split.get().conversion().orElseThrow())));
  }

  private static boolean isOnlySource(FieldMapping entry, String name) {
    return entry.source().map(Field::name).equals(Optional.of(name));
  }

  private Optional<Candidate> outer(
      String name, @Nullable Object value, RandomGenerator random, Set<String> taken)
      throws SampleRefused {
    if (value == null) {
      return Optional.of(Candidate.of(null));
    }
    Optional<Operation.FindRow> reference = reference(name);
    if (reference.isPresent()) {
      return Optional.of(
          Holders.each(
              value, key -> new Sketch.OfReference(parts.finders(), reference.get(), key)));
    }
    Optional<ObjectMaker> nested =
        resolved.shape().field(name).flatMap(field -> nested(field.type()));
    if (nested.isPresent()) {
      return nested.get().concept.hub().equals(nested.get().resolved)
          ? Optional.empty()
          : Optional.of(Holders.each(value, hub -> nested.get().like(hub, random, taken)));
    }
    Optional<Conversion> back = inward(name).flatMap(Inward::back);
    return back.isPresent()
        ? Optional.of(Candidate.of(parts.oracle().convert(value, back.get())))
        : Optional.empty();
  }

  /** Where the domain is choosy, the value is made there and carried outward by the ledger. */
  private Optional<Inward> inward(String name) {
    return inward.computeIfAbsent(name, this::findInward);
  }

  private Optional<Inward> findInward(String name) {
    return concept.hop(resolved, concept.hub()).stream()
        .flatMap(hop -> hop.mappings().stream().map(entry -> inward(name, hop, entry)))
        .flatMap(Optional::stream)
        .findFirst();
  }

  private Optional<Inward> inward(String name, HopLedger hop, FieldMapping entry) {
    if (!entry.isCarried() || !entry.sources().get(0).name().equals(name)) {
      return Optional.empty();
    }
    Field target = entry.target().orElseThrow();
    TypeRef type = hop.slot(target).orElse(target.type());
    boolean required = !new JourneyLimits(concept, hop.hop().to()).mayBeMissing(target);
    TypeRef source = entry.sources().get(0).type();
    Optional<Conversion> back =
        backByLedger(hop, entry, target).or(() -> parts.catalogue().between(type, source));
    boolean takesAll = !entry.conversion().orElseThrow().mayReject(mapper -> true);
    // Where the hub is a row that refers to others, what they are found by is as good as any.
    boolean refers =
        entry.conversion().stream()
            .flatMap(Conversion::operations)
            .anyMatch(Operation.FindRow.class::isInstance);
    boolean direct = refers || (takesAll && Leaves.knows(source.present().boxed().qualifiedName()));
    return direct || back.isPresent()
        ? Optional.of(new Inward(direct ? source : type, direct, back, required))
        : Optional.empty();
  }

  private Optional<Conversion> backByLedger(HopLedger hop, FieldMapping entry, Field target) {
    Field source = entry.sources().get(0);
    return concept.hops().stream()
        .filter(out -> out.hop().from().equals(hop.hop().to()))
        .flatMap(out -> out.outOf(target))
        .filter(FieldMapping::isCarried)
        .filter(out -> out.target().map(Field::type).equals(Optional.of(source.type())))
        .flatMap(out -> out.conversion().stream())
        .findFirst();
  }

  private Candidate outward(Candidate inside, Conversion back) throws SampleRefused {
    List<Candidate> smaller = new ArrayList<>();
    for (Candidate simpler : inside.smaller()) {
      smaller.add(Candidate.of(parts.oracle().convert(simpler.value(), back)));
    }
    return new Candidate(parts.oracle().convert(inside.value(), back), smaller);
  }

  Candidate distinct(
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
    return type.present().boxed() + " " + parts.values().show(candidate.value());
  }

  /** The tightest limit anywhere on the field's journey. */
  Limits limits(Field field) {
    return limits.computeIfAbsent(resolved.path(field), path -> journey.of(field));
  }

  /**
   * How an outer field is drawn.
   *
   * @param type that is drawn: the domain's, or its own where the domain takes all of them
   * @param direct whether it is its own
   * @param back from the domain's type to its own
   * @param required whether the domain must have a value
   */
  private record Inward(
      TypeRef type, boolean direct, Optional<Conversion> back, boolean required) {}
}
