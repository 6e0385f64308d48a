package dev.shelftwin.trial;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Sample values alone, in the container that holds them, or missing. */
final class Holders {

  private final ValueSampler values;
  private final Reflection reflection;

  Holders(ValueSampler values, Reflection reflection) {
    this.values = values;
    this.reflection = reflection;
  }

  /** One, or several in the container that holds them, or none. */
  Candidate held(TypeRef type, boolean mayMiss, RandomGenerator random, Drawing drawing)
      throws SampleRefused {
    boolean missing = (mayMiss || type.isOptional()) && random.nextInt(4) == 0;
    if (missing) {
      return Candidate.of(null);
    }
    Optional<Container> container = Container.of(type.present());
    if (container.isEmpty()) {
      return drawing.draw();
    }
    List<Candidate> elements = new ArrayList<>();
    for (int count = random.nextInt(4); count > 0; count--) {
      elements.add(drawing.draw());
    }
    if (container.get() == Container.MAP) {
      return byKey(type.present().arguments().get(0), elements, random);
    }
    List<Candidate> smaller = new ArrayList<>(fewer(valuesOf(elements)));
    for (int index = 0; index < elements.size(); index++) {
      for (Candidate simpler : elements.get(index).smaller()) {
        List<Candidate> changed = new ArrayList<>(elements);
        changed.set(index, simpler);
        smaller.add(Candidate.of(valuesOf(changed)));
      }
    }
    return new Candidate(valuesOf(elements), smaller);
  }

  private Candidate byKey(TypeRef key, List<Candidate> elements, RandomGenerator random)
      throws SampleRefused {
    Map<@Nullable Object, @Nullable Object> map = new LinkedHashMap<>();
    for (Candidate element : elements) {
      map.put(values.sample(key, Limits.NONE, false, random).value(), element.value());
    }
    return new Candidate(map, List.of(Candidate.of(Map.of())));
  }

  private static List<@Nullable Object> valuesOf(List<Candidate> candidates) {
    List<@Nullable Object> values = new ArrayList<>();
    candidates.forEach(candidate -> values.add(candidate.value()));
    return values;
  }

  /** The same elements without each one of them. */
  private static List<Candidate> fewer(List<? extends @Nullable Object> elements) {
    List<Candidate> all = new ArrayList<>();
    for (int index = 0; index < elements.size(); index++) {
      List<@Nullable Object> fewer = new ArrayList<>(elements);
      fewer.remove(index);
      all.add(Candidate.of(fewer));
    }
    return all;
  }

  /** What each element of a value becomes, in a container of the same kind. */
  static Candidate each(Object value, Drawn becomes) throws SampleRefused {
    if (value instanceof Map<?, ?> map) {
      Map<@Nullable Object, @Nullable Object> each = new LinkedHashMap<>();
      for (Map.Entry<?, ?> entry : map.entrySet()) {
        each.put(entry.getKey(), becomes.apply(entry.getValue()));
      }
      return Candidate.of(each);
    }
    if (!(value instanceof Collection) && !value.getClass().isArray()) {
      return Candidate.of(becomes.apply(value));
    }
    Collection<?> all = Values.elements(value);
    List<@Nullable Object> elements = new ArrayList<>();
    for (Object element : all) {
      elements.add(becomes.apply(element));
    }
    return new Candidate(elements, fewer(elements));
  }

  /** What a value stands for, in the type that takes it. */
  @Nullable Object made(@Nullable Object value, TypeRef type) throws SampleRefused {
    if (value instanceof Sketch sketch) {
      return reflection.fitted(sketch.make(), type);
    }
    if (value instanceof Collection<?> all) {
      List<@Nullable Object> made = new ArrayList<>();
      for (Object element : all) {
        made.add(element instanceof Sketch sketch ? sketch.make() : element);
      }
      return reflection.fitted(made, type);
    }
    if (value instanceof Map<?, ?> all) {
      Map<@Nullable Object, @Nullable Object> made = new LinkedHashMap<>();
      for (Map.Entry<?, ?> entry : all.entrySet()) {
        Object held = entry.getValue();
        made.put(entry.getKey(), held instanceof Sketch sketch ? sketch.make() : held);
      }
      return reflection.fitted(made, type);
    }
    return reflection.fitted(value, type);
  }

  /** Makes of one value another. */
  interface Drawn {
    Object apply(Object value) throws SampleRefused;
  }

  /** Something that makes one more candidate. */
  interface Drawing {
    Candidate draw() throws SampleRefused;
  }
}
