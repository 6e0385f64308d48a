package dev.shelftwin.ledger;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.Set;

/** What the column of a field may lose of what the field can hold. */
public final class ColumnLosses {

  /** Types with nanoseconds (java.time); columns keep microseconds at the finest. */
  private static final Set<String> TIMES =
      Set.of(
          "Instant", "LocalTime", "LocalDateTime", "OffsetTime", "OffsetDateTime", "ZonedDateTime");

  private ColumnLosses() {}

  /** The losses on the way from a row's field to its column. */
  public static Set<Loss> of(Field field) {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    TypeRef type = field.type().present();
    if (type.packageName().equals("java.time") && TIMES.contains(type.name())) {
      losses.add(Loss.TIME_RESOLUTION);
    }
    if (type.qualifiedName().equals("java.math.BigDecimal")) {
      losses.add(Loss.SCALE);
    }
    if (type.isLang("String") && field.limits().length().isPresent()) {
      losses.add(Loss.LENGTH);
    }
    return losses;
  }
}
