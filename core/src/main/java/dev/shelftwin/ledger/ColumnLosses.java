package dev.shelftwin.ledger;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/** What the column of a field may lose. */
public final class ColumnLosses {

  /** Types with nanoseconds (java.time); columns store microseconds at best. */
  private static final Set<String> TIMES =
      Set.of(
          "Instant", "LocalTime", "LocalDateTime", "OffsetTime", "OffsetDateTime", "ZonedDateTime");

  private ColumnLosses() {}

  /** The losses between a row's field and its column. */
  public static Set<Loss> of(Field field) {
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    TypeRef type = field.type().present();
    if (type.packageName().equals("java.time") && TIMES.contains(type.name())) {
      losses.add(Loss.TIME_RESOLUTION);
    }
    if (type.qualifiedName().equals("java.math.BigDecimal")) {
      losses.add(Loss.SCALE);
    }
    if (type.isLang("String") && field.limits().maxLength().isPresent()) {
      losses.add(Loss.LENGTH);
    }
    if (losesOrder(field)) {
      losses.add(Loss.ORDER);
    }
    return losses;
  }

  /** Rows have no order of their own (Jakarta Persistence 3.2, §2.2). */
  private static boolean losesOrder(Field field) {
    return Container.of(field.type()).equals(Optional.of(Container.LIST))
        && field.has(FieldTrait.STORED_AS_ROWS)
        && !field.has(FieldTrait.ORDER_COLUMN);
  }
}
