package dev.shelftwin.benchmarks;

import coop.kiln.api.BookFiring;
import coop.kiln.api.FiringView;
import coop.kiln.api.MoneyView;
import coop.kiln.api.SegmentView;
import coop.kiln.api.StatusWords;
import coop.kiln.model.Firing;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.KilnCode;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Money;
import coop.kiln.model.Segment;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The mappers of the benchmarks as somebody would write them who does it with care. */
final class ByHand {

  private final Segments segments = new Segments();
  private final Amounts amounts = new Amounts();

  /** Mappers of other types are objects of their own, as in most programs. */
  private static final class Segments {
    SegmentView view(Segment segment) {
      return new SegmentView(segment.rate(), segment.target(), segment.hold());
    }

    Segment segment(SegmentView view) {
      if (view.hold() == null) {
        throw new IllegalArgumentException("hold: a value is required");
      }
      return new Segment(view.rate(), view.target(), view.hold());
    }
  }

  private static final class Amounts {
    MoneyView view(Money money) {
      return new MoneyView(money.amount(), money.currency().getCurrencyCode());
    }
  }

  SegmentView segmentView(Segment segment) {
    return segments.view(segment);
  }

  FiringView firingView(Firing firing) {
    return new FiringView(
        firing.number().value(),
        firing.kiln().value(),
        firing.operator().value(),
        firing.schedule().stream().map(segments::view).toList(),
        firing.peak(),
        StatusWords.word(firing.status()),
        firing.started().orElse(null),
        firing.ended().orElse(null),
        firing.duration().orElse(null),
        firing.charge().map(amounts::view).orElse(null),
        firing.remarks().orElse(null));
  }

  Firing firing(BookFiring request, FiringNumber number) {
    List<String> faults = new ArrayList<>();
    KilnCode kiln = taken("kiln", request.kiln(), KilnCode::new, faults);
    MemberNumber operator = taken("operator", request.operator(), MemberNumber::new, faults);
    List<Segment> schedule = new ArrayList<>();
    if (request.schedule() == null) {
      faults.add("schedule: a value is required");
    } else {
      int index = 0;
      for (SegmentView segment : request.schedule()) {
        schedule.add(taken("schedule[" + index++ + "]", segment, segments::segment, faults));
      }
    }
    if (!faults.isEmpty()) {
      throw new IllegalArgumentException(String.join("; ", faults));
    }
    return Firing.book(number, kiln, operator, schedule);
  }

  @SuppressWarnings("NullAway") // the null that follows a noted fault never reaches the object
  private static <S, T> T taken(
      String field, @Nullable S value, Function<S, T> becomes, List<String> faults) {
    if (value == null) {
      faults.add(field + ": a value is required");
      return null;
    }
    try {
      return becomes.apply(value);
    } catch (RuntimeException refused) {
      faults.add(field + ": " + refused.getMessage());
      return null;
    }
  }
}
