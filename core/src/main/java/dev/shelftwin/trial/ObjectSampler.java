package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
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
  private @Nullable ObjectBuilder builder;
  private @Nullable List<PartSampler> parts;
  private @Nullable List<ObjectSampler> subtypes;
  private @Nullable ObjectSampler hub;
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
    if (isOfDomain()) {
      return tools.values().hasSampleMethod(shape.shape().type())
          ? parts(domainObject(random, taken), random, taken)
          : recipe(random, taken);
    }
    Object domain = hubSampler().domainObject(random, taken).recipe().create();
    return new SampleRecipe.OfObject(builder(), values(random, taken, domain));
  }

  /** Values for a parameter that a mapper's caller passes. */
  PartSampler callerValues(TypeRef type, Field field) {
    return part(SamplePart.of(field.name(), type, Optional.of(field), limits, shape.role(), false));
  }

  /** The place of a parameter or field among the values of a recipe; negative if it is none. */
  int indexOf(String name) {
    List<PartSampler> all = parts();
    for (int index = 0; index < all.size(); index++) {
      if (all.get(index).part().name().equals(name)) {
        return index;
      }
    }
    return -1;
  }

  /** The type that a part of a recipe accepts. */
  TypeRef typeAt(int index) {
    return parts().get(index).part().type();
  }

  /** Whether some samples have no value for a field. */
  boolean sendsNothing(String name) {
    int index = subtypes().isEmpty() ? indexOf(name) : -1;
    return index >= 0 && parts().get(index).sendsNothing();
  }

  /** Why a field never has a value; empty if it has in some samples. */
  Optional<String> whyMissing(String name) {
    int index = subtypes().isEmpty() ? indexOf(name) : -1;
    return index < 0 ? Optional.empty() : tools.values().whyMissing(typeAt(index));
  }

  boolean isOfDomain() {
    return shape.equals(concept.hub());
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
      builder = new ObjectBuilder(concept, shape, tools.fitting(), tools.access());
    }
    return builder;
  }

  private ObjectSampler hubSampler() {
    if (hub == null) {
      hub = samplers.of(concept, concept.hub());
    }
    return hub;
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
              .orElseGet(this::concreteTypes);
    }
    return subtypes;
  }

  /** The samplers of the types of which objects of an abstract type are; none for other types. */
  private List<ObjectSampler> concreteTypes() {
    Shape type = shape.shape();
    return !type.isAbstract() || tools.values().hasSampleMethod(type.type())
        ? List.of()
        : tools.values().concreteTypes(type).stream()
            .map(concrete -> new ObjectSampler(concept, shape.of(concrete), samplers, tools))
            .toList();
  }

  private PartSampler part(String name, TypeRef type, Optional<Field> field) {
    boolean isParent =
        field.filter(one -> concept.roles(shape, one).contains(FieldRole.PARENT)).isPresent();
    return part(SamplePart.of(name, type, field, limits, shape.role(), isParent));
  }

  private PartSampler part(SamplePart part) {
    return new PartSampler(concept, shape, samplers, tools, origins, part);
  }

  private List<PartSampler> parts() {
    if (parts == null) {
      List<PartSampler> found = new ArrayList<>();
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
  private List<SampleValue> values(
      RandomGenerator random, Set<DrawnKey> taken, @Nullable Object domain) {
    depth++;
    samplers.count();
    try {
      List<SampleValue> values = new ArrayList<>();
      for (PartSampler part : parts()) {
        values.add(part.like(domain, random, taken));
      }
      return values;
    } finally {
      depth--;
    }
  }

  /** Objects of this shape as the value of a part. */
  SampleValue contained(SamplePart part, RandomGenerator random, Set<DrawnKey> taken) {
    if (depth >= MAX_DEPTH || samplers.hasEnough()) {
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
    if (isOfDomain()) {
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
  SampleRecipe like(Object domain, RandomGenerator random, Set<DrawnKey> taken) {
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
    List<SampleValue> values = new ArrayList<>();
    for (PartSampler part : parts()) {
      Optional<Field> readable = part.part().field().filter(field -> field.reader().isPresent());
      values.add(
          readable.isPresent()
              ? SampleValue.of(ValueFitting.unwrapped(tools.access().read(object, readable.get())))
              : part.draw(random, taken));
    }
    return new SampleRecipe.OfObject(builder(), values);
  }
}
