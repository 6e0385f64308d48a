package dev.shelftwin.trial;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Sample values alone, in a container, or missing. */
final class ContainerSamples {

  private final ValueSampler values;

  ContainerSamples(ValueSampler values) {
    this.values = values;
  }

  /** Null, one value, or for a container type a container with up to three values. */
  SampleValue sample(
      TypeRef type, boolean mayBeMissing, RandomGenerator random, Supplier<SampleValue> element) {
    boolean missing = (mayBeMissing || type.isOptional()) && random.nextInt(4) == 0;
    if (missing) {
      return SampleValue.of(null);
    }
    Optional<Container> container = Container.of(type.present());
    if (container.isEmpty()) {
      return element.get();
    }
    List<SampleValue> elements = new ArrayList<>();
    for (int count = random.nextInt(4); count > 0; count--) {
      elements.add(element.get());
    }
    return container.get() == Container.MAP
        ? byKey(type.present().arguments().get(0), elements, random)
        : new SampleValue(valuesOf(elements), () -> simpler(elements));
  }

  private SampleValue byKey(TypeRef key, List<SampleValue> elements, RandomGenerator random) {
    Map<@Nullable Object, @Nullable Object> map = new LinkedHashMap<>();
    for (SampleValue element : elements) {
      map.put(values.sample(key, Limits.NONE, false, random).value(), element.value());
    }
    return new SampleValue(map, () -> List.of(SampleValue.of(Map.of())));
  }

  /** The elements without one of them, or with a simpler one in its place. */
  private static List<SampleValue> simpler(List<SampleValue> elements) {
    List<SampleValue> simpler = new ArrayList<>(fewer(valuesOf(elements)));
    for (int index = 0; index < elements.size(); index++) {
      for (SampleValue replacement : elements.get(index).simpler().get()) {
        List<SampleValue> changed = new ArrayList<>(elements);
        changed.set(index, replacement);
        simpler.add(SampleValue.of(valuesOf(changed)));
      }
    }
    return simpler;
  }

  private static List<@Nullable Object> valuesOf(List<SampleValue> samples) {
    List<@Nullable Object> values = new ArrayList<>();
    samples.forEach(sample -> values.add(sample.value()));
    return values;
  }

  /** The elements without each one of them. */
  private static List<SampleValue> fewer(List<? extends @Nullable Object> elements) {
    List<SampleValue> all = new ArrayList<>();
    for (int index = 0; index < elements.size(); index++) {
      List<@Nullable Object> fewer = new ArrayList<>(elements);
      fewer.remove(index);
      all.add(SampleValue.of(fewer));
    }
    return all;
  }

  /** A value, or each element of a container, converted to a sample. */
  static SampleValue each(Object value, Function<Object, Object> toSample) {
    if (value instanceof Map<?, ?> map) {
      Map<@Nullable Object, @Nullable Object> each = new LinkedHashMap<>();
      map.forEach((key, element) -> each.put(key, toSample.apply(element)));
      return SampleValue.of(each);
    }
    if (!ValueFitting.hasElements(value)) {
      return SampleValue.of(toSample.apply(value));
    }
    List<@Nullable Object> elements = new ArrayList<>();
    for (Object element : ValueFitting.elements(value)) {
      elements.add(toSample.apply(Objects.requireNonNull(element)));
    }
    return new SampleValue(elements, () -> fewer(elements));
  }

  /** The object of a sample value, where an object of a certain type is expected. */
  static @Nullable Object created(@Nullable Object value, ValueFitting.Fitter fitter) {
    if (value != null && !ValueFitting.isOfJdk(value)) {
      return fitter.fit(created(value));
    }
    if (value instanceof Collection<?> all) {
      List<@Nullable Object> created = new ArrayList<>();
      all.forEach(element -> created.add(created(element)));
      return fitter.fit(created);
    }
    if (value instanceof Map<?, ?> all) {
      Map<@Nullable Object, @Nullable Object> created = new LinkedHashMap<>();
      all.forEach((key, element) -> created.put(key, created(element)));
      return fitter.fit(created);
    }
    return fitter.fit(created(value));
  }

  private static @Nullable Object created(@Nullable Object value) {
    return value instanceof SampleRecipe recipe ? recipe.create() : value;
  }
}
