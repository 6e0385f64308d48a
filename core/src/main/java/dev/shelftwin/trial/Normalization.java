package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import java.lang.reflect.InvocationTargetException;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What types do with their own values when they are created: spaces stripped, letters lowered,
 * numbers and times cut to a precision. That is no mistake of the mapper.
 */
final class Normalization {

  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final Set<String> fields = new HashSet<>();
  private boolean met;

  Normalization(ObjectAccess access, ValueFitting fitting) {
    this.access = access;
    this.fitting = fitting;
  }

  /** Forgets the sample before. */
  void begin() {
    met = false;
    fields.clear();
  }

  /**
   * Notes that a value was compared: whether a type normalized it, or a part of it.
   *
   * @param field the name of the value's field in the hub
   */
  void compared(String field) {
    if (met) {
      fields.add(field);
    }
    met = false;
  }

  /** Whether the type of a hub field, or of a part of it, changed its value in this sample. */
  boolean changed(String field) {
    return fields.contains(field);
  }

  /**
   * Whether the target's type changed a value itself: its creator does the same without the mapper,
   * and changes nothing any more where the value has arrived already.
   *
   * @param target the object that has the field
   * @param difference the value that the mapper passed, and the one that the target has
   */
  boolean isOwn(HopLedger hop, Field field, Object target, ValueComparison.Difference difference) {
    Optional<Object> actual = Optional.ofNullable(difference.actual());
    boolean own =
        difference.path().isEmpty()
            && isNormalized(difference.expected(), difference.actual())
            && hop.hasParameter(field)
            && actual.equals(created(hop, field, target, difference.expected()))
            && actual.equals(created(hop, field, target, difference.actual()));
    met |= own;
    return own;
  }

  /** Whether two values may be one before and after it was normalized. */
  static boolean isNormalized(@Nullable Object before, @Nullable Object after) {
    if (before instanceof String text && after instanceof String other) {
      return essence(text).equals(essence(other));
    }
    Divergence.Kind kind = DifferenceKind.between(before, after);
    return kind == Divergence.Kind.TRUNCATED || kind == Divergence.Kind.ROUNDED;
  }

  private static String essence(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFKC)
        .toLowerCase(Locale.ROOT)
        .replaceAll("[\\s\\p{Z}]+", "");
  }

  /** The field of an object that has the other fields of the target; empty if there is none. */
  private Optional<Object> created(
      HopLedger hop, Field field, Object target, @Nullable Object value) {
    Creator creator = hop.creator().orElseThrow();
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      @Nullable Object argument = value;
      if (!parameter.name().equals(field.name())) {
        Optional<Field> other =
            hop.hop().to().shape().field(parameter.name()).filter(one -> one.reader().isPresent());
        if (other.isEmpty()) {
          return Optional.empty();
        }
        argument = ValueFitting.unwrapped(access.read(target, other.get()));
      }
      arguments.add(fitting.fitted(argument, parameter.type()));
    }
    try {
      @Nullable Object created = access.create(creator, arguments);
      return created == null
          ? Optional.empty()
          : Optional.ofNullable(ValueFitting.unwrapped(access.read(created, field)));
    } catch (InvocationTargetException | IllegalArgumentException | UserFailure refused) {
      return Optional.empty();
    }
  }
}
