package dev.shelftwin.convert;

import dev.shelftwin.shape.KeptTime;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Tells which losses of a conversion the limits of its source rule out. */
public final class LimitedLosses {

  private record Range(long least, long greatest) {}

  private static final Map<String, Range> RANGES =
      Map.of(
          "Byte", new Range(Byte.MIN_VALUE, Byte.MAX_VALUE),
          "Short", new Range(Short.MIN_VALUE, Short.MAX_VALUE),
          "Integer", new Range(Integer.MIN_VALUE, Integer.MAX_VALUE),
          "Long", new Range(Long.MIN_VALUE, Long.MAX_VALUE));

  private LimitedLosses() {}

  /** Returns the conversion without the losses that the limits of its source rule out. */
  public static Conversion of(Limits limits, Conversion conversion) {
    if (conversion.isNone() || conversion.losses().isEmpty()) {
      return conversion;
    }
    List<Step> steps = new ArrayList<>(conversion.steps());
    steps.set(0, inRange(limits, steps.get(0)));
    limits.keptTime().ifPresent(kept -> steps.replaceAll(step -> ofKept(kept, step)));
    return new Conversion(steps, conversion.absent());
  }

  /** What a pattern leaves out of a part that is not kept anyway is no loss. */
  private static Step ofKept(KeptTime kept, Step step) {
    return DateFormats.inLabel(step.label())
        .filter(pattern -> !step.losses().isEmpty())
        .map(pattern -> step.losing(WrittenDate.of(kept).losses(pattern)))
        .orElse(step);
  }

  private static Step inRange(Limits limits, Step step) {
    Optional<Range> range = Optional.ofNullable(RANGES.get(boxedName(step.to())));
    boolean fits =
        step.losses().contains(Loss.RANGE)
            && range.isPresent()
            && limits.min().filter(min -> isWithin(min, range.get())).isPresent()
            && limits.max().filter(max -> isWithin(max, range.get())).isPresent();
    if (!fits) {
      return step;
    }
    Set<Loss> losses = EnumSet.copyOf(step.losses());
    losses.remove(Loss.RANGE);
    return step.losing(losses);
  }

  private static boolean isWithin(Limits.Bound bound, Range range) {
    return bound.value().compareTo(BigDecimal.valueOf(range.least())) >= 0
        && bound.value().compareTo(BigDecimal.valueOf(range.greatest())) <= 0;
  }

  private static String boxedName(TypeRef type) {
    return type.boxed().simpleName();
  }
}
