package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Draws the values of one part of a shape. How it does so is decided once, not for each sample. */
final class PartSampler {

  /** How many keys are drawn until one has a value in every column. */
  private static final int ATTEMPTS = 50;

  private final ConceptLedger concept;
  private final ResolvedShape shape;
  private final ObjectSamplers samplers;
  private final SamplingTools tools;
  private final FieldOrigins origins;
  private final SamplePart part;
  private final Draw draw;
  private final Optional<FromDomain> fromDomain;

  PartSampler(
      ConceptLedger concept,
      ResolvedShape shape,
      ObjectSamplers samplers,
      SamplingTools tools,
      FieldOrigins origins,
      SamplePart part) {
    this.concept = concept;
    this.shape = shape;
    this.samplers = samplers;
    this.tools = tools;
    this.origins = origins;
    boolean required = !shape.equals(concept.hub()) && origins.isRequired(part.name());
    this.part = required ? part.required() : part;
    this.draw = draw(this.part);
    this.fromDomain = fromDomain();
  }

  /** Draws a value. */
  @FunctionalInterface
  private interface Draw {
    SampleValue draw(RandomGenerator random, Set<DrawnKey> taken);
  }

  /** Finds the value that belongs to a domain object. */
  @FunctionalInterface
  private interface FromDomain {
    SampleValue of(Object domain, RandomGenerator random, Set<DrawnKey> taken);
  }

  SamplePart part() {
    return part;
  }

  /** Whether some samples have no value for the part. */
  boolean sendsNothing() {
    return part.mayBeMissing() && !part.isParent();
  }

  SampleValue draw(RandomGenerator random, Set<DrawnKey> taken) {
    return draw.draw(random, taken);
  }

  /** A value as a caller passes it: an object, not what creates one. */
  SampleValue passed(RandomGenerator random, Set<DrawnKey> taken) {
    return created(draw(random, taken), tools.fitting().fitter(part.type()));
  }

  private static SampleValue created(SampleValue drawn, ValueFitting.Fitter fitter) {
    return new SampleValue(
        ContainerSamples.created(drawn.value(), fitter),
        () -> drawn.simpler().get().stream().map(simpler -> created(simpler, fitter)).toList());
  }

  /**
   * The value that belongs to a domain object; a drawn one if it is not known, there is none, or it
   * has more decimals than the part itself allows.
   */
  SampleValue like(@Nullable Object domain, RandomGenerator random, Set<DrawnKey> taken) {
    if (domain == null || fromDomain.isEmpty()) {
      return draw(random, taken);
    }
    SampleValue value = fromDomain.get().of(domain, random, taken);
    return isTooPrecise(value.value()) ? draw(random, taken) : value;
  }

  private boolean isTooPrecise(@Nullable Object value) {
    OptionalInt scale = part.allowed().scale();
    return value instanceof BigDecimal number
        && scale.isPresent()
        && number.stripTrailingZeros().scale() > scale.getAsInt();
  }

  private boolean isChange() {
    return shape.use().direction() == Direction.CHANGE;
  }

  private Draw draw(SamplePart part) {
    if (isChange() && part.type().isOptional()) {
      return change(part);
    }
    if (part.isParent()) {
      return (random, taken) -> SampleValue.of(null);
    }
    Optional<Operation.FindRow> lookup = origins.lookup(part.name());
    if (lookup.isPresent()) {
      return rows(lookup.get(), part);
    }
    Optional<ObjectSampler> nested = nested(part.type());
    if (nested.isPresent()) {
      return (random, taken) -> nested.get().contained(part, random, taken);
    }
    Optional<FieldOrigins.DomainValue> domain =
        shape.equals(concept.hub()) ? Optional.empty() : origins.domainValue(part.name());
    return domain.isEmpty() ? own(part) : ofDomainType(part, domain.get());
  }

  /** In a change request a field is not mentioned, cleared, or has a value. */
  private Draw change(SamplePart part) {
    boolean required =
        origins.domainValue(part.name()).filter(FieldOrigins.DomainValue::required).isPresent();
    Draw present = draw(part.present());
    ValueFitting.Fitter fitter = tools.fitting().fitter(part.type());
    return (random, taken) ->
        switch (random.nextInt(required ? 3 : 4)) {
          case 0 -> SampleValue.of(null);
          case 3 -> new SampleValue(fitter.fit(null), () -> List.of(SampleValue.of(null)));
          default -> present.draw(random, taken);
        };
  }

  private Draw rows(Operation.FindRow lookup, SamplePart part) {
    Draw keys = distinct(lookup.key(), part.allowed(), false);
    return (random, taken) ->
        tools
            .containers()
            .sample(
                part.type(),
                part.mayBeMissing(),
                random,
                () -> {
                  SampleValue key = keys.draw(random, taken);
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

  private Draw ofDomainType(SamplePart part, FieldOrigins.DomainValue domain) {
    Draw drawn = distinct(domain.type().present(), part.allowed(), part.mayBeMissing());
    if (domain.isOwnType()) {
      return drawn;
    }
    Draw byDomain = converted(drawn, domain.outward().orElseThrow());
    Draw any = distinct(part.type(), part.allowed(), part.mayBeMissing());
    return domain.isCoded()
        ? (random, taken) -> (random.nextInt(4) == 0 ? any : byDomain).draw(random, taken)
        : byDomain;
  }

  /**
   * A value without a domain value of its own. A part of a domain value, such as a currency, is
   * drawn from a whole domain value, because most texts would not be one.
   */
  private Draw own(SamplePart part) {
    Optional<FieldMapping.Split> split =
        origins.split(part.name()).filter(mapping -> mapping.source().isPresent());
    if (split.isEmpty()) {
      Draw drawn = distinct(part.type(), part.allowed(), part.mayBeMissing());
      boolean isKey = part.field().filter(field -> field.has(FieldTrait.COMPOSITE_KEY)).isPresent();
      return isKey ? complete(drawn) : drawn;
    }
    TypeRef whole = split.get().source().orElseThrow().type().present();
    return converted(distinct(whole, part.allowed(), part.mayBeMissing()), split.get().how());
  }

  /** Draws until no column of a key is empty, unless its type accepts no such values. */
  private Draw complete(Draw drawn) {
    List<Field> columns = tools.values().storedFields(part.type());
    return (random, taken) -> {
      SampleValue key = drawn.draw(random, taken);
      for (int attempt = 1; attempt < ATTEMPTS && !isComplete(key, columns); attempt++) {
        key = drawn.draw(random, taken);
      }
      SampleValue last = key;
      return new SampleValue(
          last.value(),
          () -> last.simpler().get().stream().filter(one -> isComplete(one, columns)).toList());
    };
  }

  private boolean isComplete(SampleValue key, List<Field> columns) {
    @Nullable Object value = key.value();
    return value != null
        && columns.stream().allMatch(column -> tools.access().read(value, column) != null);
  }

  private Draw distinct(TypeRef type, Limits allowed, boolean mayBeMissing) {
    return new DistinctSampler(tools.values(), tools.text(), type, allowed, mayBeMissing)::sample;
  }

  private Draw converted(Draw draw, Conversion conversion) {
    return (random, taken) -> {
      SampleValue drawn = draw.draw(random, taken);
      return new SampleValue(
          convert(drawn.value(), conversion),
          () ->
              drawn.simpler().get().stream()
                  .map(simpler -> SampleValue.of(convert(simpler.value(), conversion)))
                  .toList());
    };
  }

  private @Nullable Object convert(@Nullable Object value, Conversion conversion) {
    return tools.conversions().convert(value, conversion);
  }

  /** The sampler of a type or of its elements; empty if no concept of the layer has the type. */
  private Optional<ObjectSampler> nested(TypeRef type) {
    TypeRef content = type.present();
    TypeRef element = Container.of(content).isPresent() ? Container.element(content) : content;
    return samplers.inLayer(shape, element.present());
  }

  private Optional<FromDomain> fromDomain() {
    Optional<Field> field = origins.domainField(part.name());
    if (field.isPresent()) {
      Optional<FromDomain> outward = outward();
      return Optional.of(
          (domain, random, taken) -> {
            @Nullable Object value =
                ValueFitting.unwrapped(tools.access().read(domain, field.get()));
            if (value == null && !part.type().isPrimitive()) {
              return SampleValue.of(null);
            }
            return value != null && outward.isPresent()
                ? outward.get().of(value, random, taken)
                : draw(random, taken);
          });
    }
    return origins
        .split(part.name())
        .map(
            split ->
                (domain, random, taken) ->
                    SampleValue.of(
                        convert(tools.access().read(domain, split.sources().get(0)), split.how())));
  }

  /** Converts a value of a domain field; empty if the ledger has no conversion. */
  private Optional<FromDomain> outward() {
    Optional<Operation.FindRow> lookup = origins.lookup(part.name());
    if (lookup.isPresent()) {
      return Optional.of(
          (value, random, taken) ->
              ContainerSamples.each(
                  value, key -> new SampleRecipe.OfRow(tools.rows(), lookup.get(), key)));
    }
    Optional<ObjectSampler> nested =
        shape.shape().field(part.name()).flatMap(field -> nested(field.type()));
    if (nested.isPresent()) {
      ObjectSampler sampler = nested.get();
      return sampler.isOfDomain()
          ? Optional.empty()
          : Optional.of(
              (value, random, taken) ->
                  ContainerSamples.each(value, domain -> sampler.like(domain, random, taken)));
    }
    return origins
        .domainValue(part.name())
        .flatMap(FieldOrigins.DomainValue::outward)
        .map(conversion -> (value, random, taken) -> SampleValue.of(convert(value, conversion)));
  }
}
