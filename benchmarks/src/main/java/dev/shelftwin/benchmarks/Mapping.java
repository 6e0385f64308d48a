package dev.shelftwin.benchmarks;

import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import coop.kiln.api.BookFiring;
import coop.kiln.api.FiringApiMapper;
import coop.kiln.api.FiringView;
import coop.kiln.api.MoneyApiMapper;
import coop.kiln.api.SegmentApiMapper;
import coop.kiln.api.SegmentView;
import coop.kiln.model.Firing;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.KilnCode;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Money;
import coop.kiln.model.Segment;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.Currency;
import java.util.List;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;

/** Generated mappers beside what a colleague would write; the names say which is which. */
@State(Scope.Benchmark)
public class Mapping {

  private static final int SEGMENTS = 12;

  private final SegmentApiMapper segments = new SegmentApiMapper();
  private final FiringApiMapper firings = new FiringApiMapper(segments, new MoneyApiMapper());
  private final ByHand byHand = new ByHand();
  private final JsonMapper general = JsonMapper.builder().addModule(new JavaTimeModule()).build();
  private final FiringNumber number = FiringNumber.of(317);
  private final Segment segment = new Segment(150, 1260, Duration.ofMinutes(20));
  private final Firing firing = firing();
  private final BookFiring booking =
      new BookFiring(
          "BIG1",
          "M-0042",
          IntStream.range(0, SEGMENTS).mapToObj(index -> segmentView(index)).toList());

  private static SegmentView segmentView(int index) {
    return new SegmentView(100 + index, 900 + index, Duration.ofMinutes(index));
  }

  private static Firing firing() {
    List<Segment> schedule =
        IntStream.range(0, SEGMENTS)
            .mapToObj(index -> new Segment(100 + index, 900 + index, Duration.ofMinutes(index)))
            .toList();
    Firing firing =
        Firing.book(FiringNumber.of(317), new KilnCode("BIG1"), MemberNumber.of(42), schedule);
    firing.light(Instant.parse("2026-05-02T12:00:00Z"));
    firing.open(Instant.parse("2026-05-02T22:00:00Z"));
    firing.reckon(new Money(new BigDecimal("41.50"), Currency.getInstance("EUR")));
    return firing;
  }

  /** A flat record. */
  @Benchmark
  public SegmentView flatGenerated() {
    return segments.toSegmentView(segment);
  }

  /** A flat record. */
  @Benchmark
  public SegmentView flatByHand() {
    return byHand.segmentView(segment);
  }

  /** A flat record, by the way of the tree that JSON would have. */
  @Benchmark
  public SegmentView flatByConvertValue() {
    return general.convertValue(segment, SegmentView.class);
  }

  /** An aggregate with a list of twelve and a value that may be missing. */
  @Benchmark
  public FiringView nestedGenerated() {
    return firings.toFiringView(firing);
  }

  /** An aggregate with a list of twelve and a value that may be missing. */
  @Benchmark
  public FiringView nestedByHand() {
    return byHand.firingView(firing);
  }

  /** A request with a list of twelve, every value checked, every fault noted. */
  @Benchmark
  public Firing inboundGenerated() {
    return firings.toFiring(booking, number);
  }

  /** A request with a list of twelve, every value checked, every fault noted. */
  @Benchmark
  public Firing inboundByHand() {
    return byHand.firing(booking, number);
  }
}
