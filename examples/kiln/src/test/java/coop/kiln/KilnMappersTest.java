package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatNullPointerException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import coop.kiln.api.BookFiring;
import coop.kiln.api.FiringApiMapper;
import coop.kiln.api.FiringCard;
import coop.kiln.api.FiringView;
import coop.kiln.api.MemberApiMapper;
import coop.kiln.api.MemberView;
import coop.kiln.api.RegisterMember;
import coop.kiln.model.Firing;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.FiringStatus;
import coop.kiln.model.KilnCode;
import coop.kiln.model.Member;
import coop.kiln.model.MemberLevel;
import coop.kiln.model.MemberNumber;
import coop.kiln.store.FiringRow;
import coop.kiln.store.FiringStoreMapper;
import coop.kiln.store.MemberStoreMapper;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.FaultException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The generated mappers as the cooperative's own code calls them. */
class KilnMappersTest {

  private static final Instant NOON = Instant.parse("2026-05-02T12:00:00Z");

  private final FiringApiMapper firings = new FiringApiMapper();
  private final FiringStoreMapper firingRows = new FiringStoreMapper();
  private final MemberApiMapper members = new MemberApiMapper();
  private final MemberStoreMapper memberRows = new MemberStoreMapper();

  @Test
  void aBookingBecomesAPlannedFiring() {
    Firing firing = firings.toFiring(new BookFiring("BIG1", "M-0042", 1260), FiringNumber.of(317));
    assertThat(firing.number()).isEqualTo(new FiringNumber("F-00317"));
    assertThat(firing.kiln()).isEqualTo(new KilnCode("BIG1"));
    assertThat(firing.status()).isEqualTo(FiringStatus.PLANNED);
    assertThat(firing.started()).isEmpty();
  }

  @Test
  void aFiringGoesThroughTheBooksAndOutAgain() {
    Firing lit = lit();
    lit.open(NOON.plusSeconds(36_000));
    FiringRow row = firingRows.toFiringRow(lit);
    assertThat(row.getStatus()).isEqualTo("DONE");
    Firing loaded = firingRows.toFiring(row);
    assertThat(firings.toFiringView(loaded))
        .isEqualTo(
            new FiringView(
                "F-00317",
                "BIG1",
                "M-0042",
                1260,
                "done",
                NOON,
                NOON.plusSeconds(36_000),
                Duration.ofHours(10)));
    assertThat(firings.toFiringCardList(List.of(loaded)))
        .containsExactly(new FiringCard("F-00317", "BIG1", 1260, "done"));
  }

  @Test
  void whatIsStillToComeGoesOutAsNull() {
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
  void everyFaultOfARequestIsToldAtOnceInTheRequestsOwnWords() {
    assertThatThrownBy(() -> firings.toFiring(new BookFiring(null, "42", 1260), FiringNumber.of(1)))
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
            () -> firings.toFiring(new BookFiring("BIG1", "M-0042", 9000), FiringNumber.of(1)))
        .isInstanceOf(FaultException.class)
        .hasMessageContaining("between 1 and 1400");
  }

  @Test
  void aNullArgumentIsTheCallersError() {
    assertThatNullPointerException().isThrownBy(() -> firings.toFiringView(null));
    assertThatNullPointerException()
        .isThrownBy(() -> firings.toFiring(new BookFiring("BIG1", "M-0042", 1), null))
        .withMessage("number");
  }

  @Test
  void aMemberRegistersWithAHashAndThePinGoesNowhere() {
    RegisterMember request =
        new RegisterMember("Wren", "Ashdown", "wren@ashfold.example", null, "4711");
    Member member =
        members.toMember(
            request, MemberNumber.of(42), LocalDate.of(2026, 5, 2), "$2a$hash-of-4711");
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

  private static Firing lit() {
    Firing firing =
        Firing.book(FiringNumber.of(317), new KilnCode("BIG1"), MemberNumber.of(42), 1260);
    firing.light(NOON);
    return firing;
  }
}
