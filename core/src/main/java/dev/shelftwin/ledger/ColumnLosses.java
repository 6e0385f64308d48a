package dev.shelftwin.ledger;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What the column of a field may lose of what the field can hold. */
public final class ColumnLosses {

  /** Types with nanoseconds (java.time); columns keep microseconds at the finest. */
  private static final Set<String> TIMES =
      Set.of(
          "Instant", "LocalTime", "LocalDateTime", "OffsetTime", "OffsetDateTime", "ZonedDateTime");

  /** Annotations of lists that are kept as rows. */
  private static final Set<String> MANY = Set.of("OneToMany", "ManyToMany", "ElementCollection");

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
    if (isOutOfOrder(field)) {
      losses.add(Loss.ORDER);
    }
    return losses;
  }

  /**
   * Rows are in no order of their own (Jakarta Persistence 3.2, §2.2); what sorts them by a column
   * puts them in that one's.
   */
  private static boolean isOutOfOrder(Field field) {
    Set<String> persistence =
        field.annotations().stream()
            .filter(name -> name.contains(".persistence."))
            .map(name -> name.substring(name.lastIndexOf('.') + 1))
            .collect(Collectors.toSet());
    return Container.of(field.type()).equals(Optional.of(Container.LIST))
        && MANY.stream().anyMatch(persistence::contains)
        && !persistence.contains("OrderColumn");
  }
}
