package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
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
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Draws sample objects of one shape of a concept, with the objects that they contain. */
final class ObjectSampler {

  private static final int ATTEMPTS = 10;

  /** The depth up to which objects contain others of their own type. */
  private static final int MAX_DEPTH = 3;

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final ObjectSamplers samplers;
  private final SamplingTools tools;
  private final CombinedLimits limits;
  private final FieldOrigins origins;
  private final Map<TypeRef, Optional<ObjectSampler>> nested = new HashMap<>();
  private @Nullable ObjectBuilder builder;
  private @Nullable List<SamplePart> parts;
  private @Nullable List<ObjectSampler> subtypes;
  private int depth;

  ObjectSampler(
      ConceptLedger concept, ResolvedShape shape, ObjectSamplers samplers, SamplingTools tools) {
    this.concept = concept;
    this.shape = shape;
    this.samplers = samplers;
    this.tools = tools;
    this.limits = new CombinedLimits(concept, shape);
    this.origins = new FieldOrigins(concept, shape, tools.catalogue());
  }

  ConceptLedger concept() {
    return concept;
  }

  ResolvedShape shape() {
    return shape;
  }

  /**
   * An object whose values are drawn one by one, so that the domain may reject their combination.
   */
  SampleRecipe recipe(RandomGenerator random, Set<DrawnKey> taken) {
    return subtypes().isEmpty()
        ? new SampleRecipe.OfObject(builder(), values(random, taken, null))
        : subtype(random).acceptedObject(random, taken).recipe();
  }

  /** An object that the domain accepts as a whole. */
  SampleRecipe acceptedRecipe(RandomGenerator random, Set<DrawnKey> taken) {
    if (!subtypes().isEmpty()) {
      return recipe(random, taken);
    }
    if (shape.equals(concept.hub())) {
      return tools.values().hasSampleMethod(shape.shape().type())
          ? parts(domainObject(random, taken), random, taken)
          : recipe(random, taken);
    }
    Object domain = hubSampler().domainObject(random, taken).recipe().create();
    return new SampleRecipe.OfObject(builder(), values(random, taken, domain));
  }

  /** A value for a parameter that a mapper's caller passes. */
  SampleValue callerValue(TypeRef type, Field field, RandomGenerator random, Set<DrawnKey> taken) {
    return distinct(type, limits.of(field), shape.mayBeMissing(field), random, taken);
  }

  /** The sampler of the subtype that an object has. */
  Optional<ObjectSampler> subtypeOf(Object object) {
    return subtypes().stream().filter(subtype -> subtype.accepts(object)).findFirst();
  }

  /** Whether an object has the type of the shape. */
  boolean accepts(Object object) {
    return tools.classes().load(shape.shape().type()).isInstance(object);
  }

  private ObjectBuilder builder() {
    if (builder == null) {
      builder = new ObjectBuilder(concept, shape, tools.containers(), tools.access());
    }
    return builder;
  }

  private ObjectSampler hubSampler() {
    return samplers.of(concept, concept.hub());
  }

  private ObjectSampler subtype(RandomGenerator random) {
    return subtypes().get(random.nextInt(subtypes().size()));
  }

  private List<ObjectSampler> subtypes() {
    if (subtypes == null) {
      subtypes =
          concept.hops().stream()
              .filter(hop -> hop.family().isPresent() && hop.hop().touches(shape))
              .findFirst()
              .map(hop -> samplers.subtypes(hop, shape))
              .orElse(List.of());
    }
    return subtypes;
  }

  private SamplePart part(String name, TypeRef type, Optional<Field> field) {
    boolean isParent =
        field.filter(one -> concept.roles(shape, one).contains(FieldRole.PARENT)).isPresent();
    return SamplePart.of(name, type, field, limits, shape.role(), isParent);
  }

  private List<SamplePart> parts() {
    if (parts == null) {
      List<SamplePart> found = new ArrayList<>();
      for (Parameter parameter : builder().parameters()) {
        found.add(part(parameter.name(), parameter.type(), shape.shape().field(parameter.name())));
      }
      for (Field field : builder().settableFields()) {
        found.add(part(field.name(), ObjectBuilder.acceptedType(field), Optional.of(field)));
      }
      parts = List.copyOf(found);
    }
    return parts;
  }

  /** The values of all parts; those of the given domain object where it has them. */
  private Map<String, SampleValue> values(
      RandomGenerator random, Set<DrawnKey> taken, @Nullable Object domain) {
    depth++;
    try {
      Map<String, SampleValue> values = new LinkedHashMap<>();
      for (SamplePart part : parts()) {
        Optional<SampleValue> given =
            domain == null ? Optional.empty() : valueOf(part.name(), domain, random, taken);
        values.put(part.name(), given.orElseGet(() -> draw(part, random, taken)));
      }
      return values;
    } finally {
      depth--;
    }
  }

  private SampleValue draw(SamplePart part, RandomGenerator random, Set<DrawnKey> taken) {
    if (shape.use().direction() == Direction.CHANGE && part.type().isOptional()) {
      return drawChange(part, random, taken);
    }
    Limits allowed = part.allowed();
    if (part.isParent()) {
      return SampleValue.of(null);
    }
    Optional<Operation.FindRow> lookup = origins.lookup(part.name());
    if (lookup.isPresent()) {
      return rows(lookup.get(), part, allowed, random, taken);
    }
    Optional<ObjectSampler> nestedSampler = nested(part.type());
    if (nestedSampler.isPresent()) {
      return nestedSampler.get().contained(part, random, taken);
    }
    Optional<FieldOrigins.DomainValue> domain =
        shape.equals(concept.hub()) ? Optional.empty() : origins.domainValue(part.name());
    if (domain.isEmpty()) {
      return drawOwn(part, allowed, random, taken);
    }
    boolean missing = part.mayBeMissing() && !domain.get().required();
    SampleValue drawn = distinct(domain.get().type().present(), allowed, missing, random, taken);
    return domain.get().isOwnType()
        ? drawn
        : converted(drawn, domain.get().outward().orElseThrow());
  }

  /** In a change request a field is not mentioned, cleared, or has a value. */
  private SampleValue drawChange(SamplePart part, RandomGenerator random, Set<DrawnKey> taken) {
    boolean required =
        origins.domainValue(part.name()).filter(FieldOrigins.DomainValue::required).isPresent();
    return switch (random.nextInt(required ? 3 : 4)) {
      case 0 -> SampleValue.of(null);
      case 3 ->
          new SampleValue(
              tools.containers().created(null, part.type()), () -> List.of(SampleValue.of(null)));
      default -> draw(part.present(), random, taken);
    };
  }

  /**
   * A value without a domain value of its own. A part of a domain value, such as a currency, is
   * drawn from a whole domain value, because most texts would not be one.
   */
  private SampleValue drawOwn(
      SamplePart part, Limits allowed, RandomGenerator random, Set<DrawnKey> taken) {
    Optional<FieldMapping.Split> split =
        origins.split(part.name()).filter(mapping -> mapping.source().isPresent());
    if (split.isEmpty()) {
      return distinct(part.type(), allowed, part.mayBeMissing(), random, taken);
    }
    TypeRef whole = split.get().source().orElseThrow().type().present();
    return converted(
        distinct(whole, allowed, part.mayBeMissing(), random, taken), split.get().how());
  }

  private SampleValue converted(SampleValue drawn, Conversion conversion) {
    return new SampleValue(
        tools.conversions().convert(drawn.value(), conversion),
        () ->
            drawn.simpler().get().stream()
                .map(
                    simpler ->
                        SampleValue.of(tools.conversions().convert(simpler.value(), conversion)))
                .toList());
  }

  private Optional<ObjectSampler> nested(TypeRef type) {
    return nested.computeIfAbsent(
        type,
        key -> {
          TypeRef content = type.present();
          TypeRef element =
              Container.of(content).isPresent() ? Container.element(content) : content;
          return samplers.inLayer(shape, element.present());
        });
  }

  private SampleValue rows(
      Operation.FindRow lookup,
      SamplePart part,
      Limits allowed,
      RandomGenerator random,
      Set<DrawnKey> taken) {
    return tools
        .containers()
        .sample(
            part.type(),
            part.mayBeMissing(),
            random,
            () -> {
              SampleValue key = distinct(lookup.key(), allowed, false, random, taken);
              return new SampleValue(
                  row(lookup, key),
                  () ->
                      key.simpler().get().stream()
                          .map(simpler -> SampleValue.of(row(lookup, simpler)))
                          .toList());
            });
  }

  private SampleRecipe row(Operation.FindRow lookup, SampleValue key) {
    return new SampleRecipe.OfRow(tools.rows(), lookup, Objects.requireNonNull(key.value()));
  }

  /** Objects of this shape as the value of a part. */
  private SampleValue contained(SamplePart part, RandomGenerator random, Set<DrawnKey> taken) {
    if (depth >= MAX_DEPTH) {
      boolean container = Container.of(part.type().present()).isPresent();
      return SampleValue.of(container ? List.of() : null);
    }
    return tools
        .containers()
        .sample(
            part.type(),
            part.mayBeMissing(),
            random,
            () -> acceptedObject(random, taken).toValue());
  }

  /** An object that its own type accepts, and the domain if it is of another layer. */
  private DrawnObject acceptedObject(RandomGenerator random, Set<DrawnKey> taken) {
    if (!subtypes().isEmpty()) {
      return subtype(random).acceptedObject(random, taken);
    }
    if (shape.equals(concept.hub())) {
      return domainObject(random, taken);
    }
    DrawnObject domain = hubSampler().domainObject(random, taken);
    long seed = random.nextLong();
    return new DrawnObject(
        like(domain.recipe().create(), random, taken),
        () -> {
          List<SampleRecipe> simpler = new ArrayList<>();
          for (SampleRecipe recipe : domain.simpler().get()) {
            try {
              simpler.add(like(recipe.create(), new SplittableRandom(seed), new HashSet<>()));
            } catch (RejectedSample rejected) {
              // An object that the domain rejects is no replacement.
            }
          }
          return simpler;
        });
  }

  /** An object of this shape with the values of a domain object. */
  private SampleRecipe like(Object domain, RandomGenerator random, Set<DrawnKey> taken) {
    for (ObjectSampler subtype : subtypes()) {
      if (subtype.hubSampler().accepts(domain)) {
        return subtype.like(domain, random, taken);
      }
    }
    return new SampleRecipe.OfObject(builder(), values(random, taken, domain));
  }

  private DrawnObject domainObject(RandomGenerator random, Set<DrawnKey> taken) {
    if (!subtypes().isEmpty()) {
      return acceptedObject(random, taken);
    }
    if (tools.values().hasSampleMethod(shape.shape().type())) {
      return DrawnObject.of(
          new SampleRecipe.Given(
              tools.values().sample(shape.shape().type(), Limits.NONE, false, random)));
    }
    for (int attempt = 1; ; attempt++) {
      try {
        SampleRecipe recipe = recipe(random, taken);
        recipe.create();
        return DrawnObject.of(recipe);
      } catch (RejectedSample rejected) {
        if (attempt == ATTEMPTS) {
          throw rejected;
        }
      }
    }
  }

  /** The parts of an object that a sample method created, as far as it shows them. */
  private SampleRecipe parts(DrawnObject drawn, RandomGenerator random, Set<DrawnKey> taken) {
    Object object = drawn.recipe().create();
    Map<String, SampleValue> values = new LinkedHashMap<>();
    for (SamplePart part : parts()) {
      Optional<Field> readable = part.field().filter(field -> field.reader().isPresent());
      values.put(
          part.name(),
          readable.isPresent()
              ? SampleValue.of(ValueFitting.unwrapped(tools.access().read(object, readable.get())))
              : draw(part, random, taken));
    }
    return new SampleRecipe.OfObject(builder(), values);
  }

  /** The value of a part that belongs to a domain object; empty if it is not known. */
  private Optional<SampleValue> valueOf(
      String part, Object domain, RandomGenerator random, Set<DrawnKey> taken) {
    Optional<Field> field = origins.domainField(part);
    if (field.isPresent()) {
      @Nullable Object value = ValueFitting.unwrapped(tools.access().read(domain, field.get()));
      return value == null
          ? Optional.of(SampleValue.of(null))
          : outward(part, value, random, taken);
    }
    return origins
        .split(part)
        .map(
            split ->
                SampleValue.of(
                    tools
                        .conversions()
                        .convert(
                            tools.access().read(domain, split.sources().get(0)), split.how())));
  }

  private Optional<SampleValue> outward(
      String part, Object value, RandomGenerator random, Set<DrawnKey> taken) {
    Optional<Operation.FindRow> lookup = origins.lookup(part);
    if (lookup.isPresent()) {
      return Optional.of(
          ContainerSamples.each(
              value, key -> new SampleRecipe.OfRow(tools.rows(), lookup.get(), key)));
    }
    Optional<ObjectSampler> sampler =
        shape.shape().field(part).flatMap(field -> nested(field.type()));
    if (sampler.isPresent()) {
      ObjectSampler found = sampler.get();
      return found.concept.hub().equals(found.shape)
          ? Optional.empty()
          : Optional.of(ContainerSamples.each(value, domain -> found.like(domain, random, taken)));
    }
    return origins
        .domainValue(part)
        .flatMap(FieldOrigins.DomainValue::outward)
        .map(conversion -> SampleValue.of(tools.conversions().convert(value, conversion)));
  }

  /** A value that was not drawn before for this sample, if the type has enough values. */
  private SampleValue distinct(
      TypeRef type,
      Limits allowed,
      boolean mayBeMissing,
      RandomGenerator random,
      Set<DrawnKey> taken) {
    for (int attempt = 0; ; attempt++) {
      SampleValue value = tools.values().sample(type, allowed, mayBeMissing, random);
      @Nullable Object present = ValueFitting.unwrapped(value.value());
      if (present == null || taken.add(key(present, type)) || attempt == ATTEMPTS) {
        return value;
      }
    }
  }

  /** JDK values are compared as such; the users' own by their text, as they may lack an equals. */
  private DrawnKey key(Object value, TypeRef type) {
    boolean ofJdk = value.getClass().getName().startsWith("java.lang.");
    return new DrawnKey(type.present().boxed(), ofJdk ? value : tools.text().of(value));
  }
}
