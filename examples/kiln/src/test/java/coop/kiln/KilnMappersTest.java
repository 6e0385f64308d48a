package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatNullPointerException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import coop.kiln.api.BookFiring;
import coop.kiln.api.ChangeFiring;
import coop.kiln.api.FiringApiMapper;
import coop.kiln.api.FiringCard;
import coop.kiln.api.FiringView;
import coop.kiln.api.MemberApiMapper;
import coop.kiln.api.MemberView;
import coop.kiln.api.MoneyApiMapper;
import coop.kiln.api.MoneyView;
import coop.kiln.api.RegisterMember;
import coop.kiln.api.SegmentApiMapper;
import coop.kiln.api.SegmentView;
import coop.kiln.model.Firing;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.FiringStatus;
import coop.kiln.model.Kiln;
import coop.kiln.model.KilnCode;
import coop.kiln.model.LoadingCheck;
import coop.kiln.model.Member;
import coop.kiln.model.MemberLevel;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Money;
import coop.kiln.model.Payment;
import coop.kiln.model.Segment;
import coop.kiln.model.Shelf;
import coop.kiln.model.UnloadingCheck;
import coop.kiln.model.WorkPayment;
import coop.kiln.store.CardPaymentStoreMapper;
import coop.kiln.store.CreditPaymentStoreMapper;
import coop.kiln.store.FiringRow;
import coop.kiln.store.FiringStoreMapper;
import coop.kiln.store.KilnCheckRow;
import coop.kiln.store.KilnRow;
import coop.kiln.store.KilnStoreMapper;
import coop.kiln.store.LoadingCheckStoreMapper;
import coop.kiln.store.MemberRow;
import coop.kiln.store.MemberStoreMapper;
import coop.kiln.store.PaymentStoreMapper;
import coop.kiln.store.SegmentRow;
import coop.kiln.store.SegmentStoreMapper;
import coop.kiln.store.ShelfStoreMapper;
import coop.kiln.store.UnloadingCheckStoreMapper;
import coop.kiln.store.WorkPaymentRow;
import coop.kiln.store.WorkPaymentStoreMapper;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.FaultException;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/** The generated mappers as the cooperative's own code calls them. */
class KilnMappersTest {

  private static final Instant NOON = Instant.parse("2026-05-02T12:00:00Z");

  private static final Segment BISQUE = new Segment(100, 600, Duration.ZERO);
  private static final Segment GLOST = new Segment(150, 1260, Duration.ofMinutes(20));

  private final KilnRow kilnRow =
      new KilnStoreMapper(new ShelfStoreMapper())
          .toKilnRow(new Kiln(new KilnCode("BIG1"), 1300, List.of(new Shelf(1, 500, 400))));
  private final MemberRow memberRow = new MemberStoreMapper().toMemberRow(wren());
  private final FiringApiMapper firings =
      new FiringApiMapper(new SegmentApiMapper(), new MoneyApiMapper());
  private final FiringStoreMapper firingRows =
      new FiringStoreMapper(
          Map.of(new KilnCode("BIG1"), kilnRow)::get,
          Map.of(MemberNumber.of(42), memberRow)::get,
          new SegmentStoreMapper());
  private final MemberApiMapper members = new MemberApiMapper();
  private final MemberStoreMapper memberRows = new MemberStoreMapper();

  @Test
  void aBookingIsMappedToAPlannedFiring() {
    Firing firing = firings.toFiring(booking("BIG1", "M-0042"), FiringNumber.of(317));
    assertThat(firing.number()).isEqualTo(new FiringNumber("F-00317"));
    assertThat(firing.kiln()).isEqualTo(new KilnCode("BIG1"));
    assertThat(firing.status()).isEqualTo(FiringStatus.PLANNED);
    assertThat(firing.schedule()).containsExactly(GLOST);
    assertThat(firing.peak()).isEqualTo(1260);
    assertThat(firing.started()).isEmpty();
  }

  @Test
  void looksUpReferencedRowsAndCreatesOwnedRows() {
    FiringRow row = firingRows.toFiringRow(lit());
    assertThat(row.getKiln()).isSameAs(kilnRow);
    assertThat(row.getOperator()).isSameAs(memberRow);
    assertThat(row.getSchedule())
        .singleElement()
        .satisfies(segment -> assertThat(segment.getFiring()).isSameAs(row));
    Firing elsewhere =
        Firing.book(FiringNumber.of(1), new KilnCode("SMALL"), MemberNumber.of(42), List.of(GLOST));
    assertThatThrownBy(() -> firingRows.toFiringRow(elsewhere))
        .isInstanceOf(FaultException.class)
        .hasMessageContaining("unknown-reference");
  }

  @Test
  void segmentsAreChangedInPlaceAddedAndRemoved() {
    Firing booked = book(BISQUE, GLOST, BISQUE);
    FiringRow row = firingRows.toFiringRow(booked);
    List<SegmentRow> held = row.getSchedule();
    SegmentRow first = held.get(0);
    firingRows.applyTo(row, book(GLOST, BISQUE));
    assertThat(row.getSchedule()).isSameAs(held).hasSize(2);
    assertThat(held.get(0)).isSameAs(first);
    assertThat(firingRows.toFiring(row).schedule()).containsExactly(GLOST, BISQUE);
    firingRows.applyTo(row, booked);
    assertThat(firingRows.toFiring(row).schedule()).containsExactly(BISQUE, GLOST, BISQUE);
  }

  @Test
  void aFaultInASegmentHasItsIndex() {
    List<SegmentView> schedule =
        Arrays.asList(
            new SegmentView(100, 600, Duration.ZERO), new SegmentView(100, 600, null), null);
    assertThatThrownBy(
            () -> firings.toFiring(new BookFiring("BIG1", "M-0042", schedule), FiringNumber.of(1)))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(Fault::shape, fault -> fault.path().text(), Fault::code)
                    .containsExactly(
                        tuple("BookFiring", "schedule[1].hold", "missing"),
                        tuple("BookFiring", "schedule[2]", "missing")));
  }

  @Test
  void aFiringMakesTheRoundTripThroughItsRow() {
    Firing lit = lit();
    lit.open(NOON.plusSeconds(36_000));
    lit.reckon(new Money(new BigDecimal("41.50"), Currency.getInstance("EUR")));
    FiringRow row = firingRows.toFiringRow(lit);
    assertThat(row.getStatus()).isEqualTo((short) 4);
    Firing loaded = firingRows.toFiring(row);
    assertThat(firings.toFiringView(loaded))
        .isEqualTo(
            new FiringView(
                "F-00317",
                "BIG1",
                "M-0042",
                List.of(new SegmentView(150, 1260, Duration.ofMinutes(20))),
                1260,
                "done",
                NOON,
                NOON.plusSeconds(36_000),
                Duration.ofHours(10),
                new MoneyView(new BigDecimal("41.50"), "EUR"),
                null));
    assertThat(firings.toFiringCardList(List.of(loaded)))
        .containsExactly(new FiringCard("F-00317", "BIG1", 1260, "done"));
  }

  @Test
  void aChangeRequestLeavesOtherFieldsAlone() {
    Firing lit = lit();
    Firing noted = firings.applyTo(lit, new ChangeFiring(null, null, Optional.of("door sticks")));
    assertThat(noted.remarks()).contains("door sticks");
    assertThat(noted.started()).isEqualTo(lit.started());
    assertThat(noted.schedule()).isEqualTo(lit.schedule());
    Firing moved = firings.applyTo(noted, new ChangeFiring("BIG2", null, null));
    assertThat(moved.kiln()).isEqualTo(new KilnCode("BIG2"));
    assertThat(moved.remarks()).contains("door sticks");
    assertThat(firings.applyTo(moved, new ChangeFiring(null, null, Optional.empty())).remarks())
        .isEmpty();
    assertThatThrownBy(() -> firings.applyTo(lit, new ChangeFiring("not a kiln", null, null)))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(fault -> fault.path().text())
                    .containsExactly("kiln"));
  }

  @Test
  void everyPaymentGoesToTheRowOfItsKind() {
    FiringRow firing = firingRows.toFiringRow(lit());
    Function<FiringNumber, FiringRow> find = number -> firing;
    PaymentStoreMapper payments =
        new PaymentStoreMapper(
            new CardPaymentStoreMapper(find),
            new CreditPaymentStoreMapper(find),
            new WorkPaymentStoreMapper(find));
    Payment work = new WorkPayment(FiringNumber.of(317), Duration.ofMinutes(90));
    assertThat(payments.toPaymentRow(work))
        .isInstanceOfSatisfying(
            WorkPaymentRow.class, row -> assertThat(row.getWorkedMinutes()).isEqualTo(90));
    assertThat(payments.toPayment(payments.toPaymentRow(work))).isEqualTo(work);
  }

  @Test
  void twoChecksShareARow() {
    FiringRow firing = firingRows.toFiringRow(lit());
    LoadingCheckStoreMapper loading =
        new LoadingCheckStoreMapper(number -> firing, number -> memberRow);
    UnloadingCheckStoreMapper unloading = new UnloadingCheckStoreMapper(number -> firing);
    LoadingCheck before = new LoadingCheck(FiringNumber.of(317), MemberNumber.of(42), true);
    UnloadingCheck after = new UnloadingCheck(FiringNumber.of(317), 2, true);
    KilnCheckRow row = loading.toKilnCheckRow(before);
    unloading.applyTo(row, after);
    assertThat(loading.toLoadingCheck(row)).isEqualTo(before);
    assertThat(unloading.toUnloadingCheck(row)).isEqualTo(after);
  }

  @Test
  void anEmptyOptionalIsNullInTheView() {
    FiringView view = firings.toFiringView(lit());
    assertThat(view.ended()).isNull();
    assertThat(view.duration()).isNull();
    assertThat(firingRows.toFiringRow(lit()).getEndedAt()).isNull();
  }

  @Test
  void anUpdateWritesOverARowInPlace() {
    FiringRow row = firingRows.toFiringRow(lit());
    Firing loaded = firingRows.toFiring(row);
    loaded.open(NOON.plusSeconds(60));
    firingRows.applyTo(row, loaded);
    assertThat(row.getEndedAt()).isEqualTo(NOON.plusSeconds(60));
    assertThat(row.getVersion()).isZero();
  }

  @Test
  void reportsAllFaultsWithTheNamesOfTheRequest() {
    assertThatThrownBy(() -> firings.toFiring(booking(null, "42"), FiringNumber.of(1)))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused -> {
              assertThat(refused.faults())
                  .extracting(Fault::layer, fault -> fault.path().text(), Fault::code)
                  .containsExactly(
                      tuple("api", "kiln", "missing"), tuple("api", "operator", "refused"));
              assertThat(refused.faults().get(1).message())
                  .isEqualTo("a member number looks like M-0042, not 42");
            });
  }

  @Test
  void aRuleOfTheWholeFiringIsAFaultOfTheRequest() {
    assertThatThrownBy(
            () -> firings.toFiring(new BookFiring("BIG1", "M-0042", List.of()), FiringNumber.of(1)))
        .isInstanceOf(FaultException.class)
        .hasMessageContaining("a firing has a schedule");
  }

  @Test
  void rejectsNullArguments() {
    assertThatNullPointerException().isThrownBy(() -> firings.toFiringView(null));
    assertThatNullPointerException()
        .isThrownBy(() -> firings.toFiring(booking("BIG1", "M-0042"), null))
        .withMessage("number");
  }

  @Test
  void aPinIsHashedAndNeverStored() {
    Member member = wren();
    assertThat(member.level()).isEqualTo(MemberLevel.NOVICE);
    assertThat(member.phone()).isEmpty();
    assertThat(memberRows.toMember(memberRows.toMemberRow(member)).pinHash())
        .isEqualTo("$2a$hash-of-4711");
    assertThat(members.toMemberView(member))
        .isEqualTo(
            new MemberView(
                "M-0042",
                "Wren",
                "Ashdown",
                "Wren Ashdown",
                "wren@ashfold.example",
                null,
                "NOVICE",
                LocalDate.of(2026, 5, 2)));
  }

  private static Member wren() {
    return new MemberApiMapper()
        .toMember(
            new RegisterMember("Wren", "Ashdown", "wren@ashfold.example", null, "4711"),
            MemberNumber.of(42),
            LocalDate.of(2026, 5, 2),
            "$2a$hash-of-4711");
  }

  private static BookFiring booking(String kiln, String operator) {
    return new BookFiring(
        kiln, operator, List.of(new SegmentView(150, 1260, Duration.ofMinutes(20))));
  }

  private static Firing book(Segment... schedule) {
    return Firing.book(
        FiringNumber.of(317), new KilnCode("BIG1"), MemberNumber.of(42), List.of(schedule));
  }

  private static Firing lit() {
    Firing firing = book(GLOST);
    firing.light(NOON);
    return firing;
  }
}
