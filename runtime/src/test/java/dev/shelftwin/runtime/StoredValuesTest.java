package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.PersistenceException;
import jakarta.validation.ConstraintViolation;
import jakarta.validation.ConstraintViolationException;
import jakarta.validation.Path;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.validation.metadata.ConstraintDescriptor;
import java.lang.annotation.Annotation;
import java.math.BigDecimal;
import java.sql.BatchUpdateException;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StoredValuesTest {

  private static final String ROW = StoredRow.class.getName();

  /** A row; only its name matters. */
  private static final class StoredRow {}

  record Stretch(@Nullable Integer rate, @Nullable String note) {}

  record Booking(
      @Nullable String kiln,
      @Nullable String remarks,
      Optional<String> note,
      @Nullable BigDecimal charge,
      @Nullable String seen,
      @Nullable List<Stretch> schedule,
      @Nullable Map<String, Stretch> extras) {}

  private static final StoredValues<Stretch> STRETCH =
      StoredValues.of(Stretch.class, "api")
          .row("coop.kiln.store.SegmentRow", "segments")
          .value("rate", Stretch::rate, "rate", "rate")
          .value("note", Stretch::note, "note", "note", 5)
          .build();

  private static final StoredValues<Booking> BOOKING =
      StoredValues.of(Booking.class, "api")
          .row(ROW, "firings")
          .value("kiln", Booking::kiln, "kiln", "kiln_id")
          .value("remarks", Booking::remarks, "remarks", "remarks", 8)
          .value("note", Booking::note, "note", "note", 9)
          .value("charge", Booking::charge, "charge.amount", "chargeAmount")
          .version("seen", Booking::seen, "version", "version")
          .part("schedule", Booking::schedule, () -> STRETCH)
          .part("extras", Booking::extras, () -> STRETCH)
          .unique("uq_slot", "kiln_id", "startedAt")
          .unique("", "remarks")
          .build();

  private static final Booking FULL =
      new Booking(
          "BIG1",
          "remarks",
          Optional.of("note"),
          BigDecimal.ONE,
          "7",
          List.of(new Stretch(100, "slow"), new Stretch(null, "fast")),
          Map.of("b", new Stretch(3, "x")));

  /** An exception as the driver of PostgreSQL throws it. */
  public static final class ServerException extends SQLException {
    private static final long serialVersionUID = 1L;
    private final transient ServerMessage fields;

    ServerException(String state, String message, ServerMessage fields) {
      super(message, state, 0);
      this.fields = fields;
    }

    public ServerMessage getServerErrorMessage() {
      return fields;
    }
  }

  /** What PostgreSQL says in fields of its own. */
  public record ServerMessage(
      @Nullable String table,
      @Nullable String column,
      @Nullable String key,
      @Nullable String more) {
    public @Nullable String getTable() {
      return table;
    }

    public @Nullable String getColumn() {
      return column;
    }

    public @Nullable String getConstraint() {
      return key;
    }

    public @Nullable String getDetail() {
      return more;
    }
  }

  private static List<String> told(Booking request, Throwable failure) {
    return BOOKING
        .faults(request, failure)
        .map(refused -> refused.faults().stream().map(StoredValuesTest::text).toList())
        .orElse(List.of());
  }

  private static String text(Fault fault) {
    return fault.code() + ":" + fault.path();
  }

  /** Messages of the servers; every one was seen on the server. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '\u0000',
      value = {
        "23502|23502|NULL not allowed for column \"RATE\"; SQL statement:|missing:schedule[1].rate",
        "22001|22001|Value too long for column \"REMARKS CHARACTER VARYING(8)\": \"'…' (9)\"|too-long:",
        "22001|22001|Value too long for column \"CHARGEAMOUNT NUMERIC(5, 2)\": \"12345 (32)\"|out-of-range:charge",
        "22030|22030|Value not permitted for column \"('A', 'B')\": \"C\"|unknown-constant:",
        "23503|23503|\"FK_KILN: PUBLIC.FIRINGS FOREIGN KEY(KILN_ID) REFERENCES PUBLIC.KILNS(ID) (1)\"|still-referenced:",
        "23000|1062|(conn=4) Duplicate entry 'it's remarks' for key 'remarks'|already-taken:remarks",
        "23000|1062|(conn=4) Duplicate entry 'a' for key 'firings.uq_slot'|already-taken:kiln",
        "23000|1062|(conn=4) Duplicate entry '1' for key 'PRIMARY'|already-taken:",
        "22003|1264|(conn=4) Out of range value for column 'chargeAmount' at row 1|out-of-range:charge",
        "01000|1265|(conn=4) Data truncated for column 'charge_amount' at row 1|unknown-constant:charge",
        "23000|4025|(conn=4) CONSTRAINT `firings.remarks` failed for `x`.`firings`|refused:remarks",
        "23000|1451|(conn=4) Cannot delete or update a parent row|still-referenced:",
        "23505|1|another database|already-taken:",
        "23514|1|another database|refused:",
        "23502|-407|another database|missing:",
      })
  void whatAServerSaysIsToldAtTheValue(String state, int code, String message, String told) {
    SQLException refused = new SQLException(message, state, code);
    assertThat(told(FULL, new PersistenceException("wrapped", refused))).containsExactly(told);
  }

  @Test
  void postgreSqlSaysItInFields() {
    ServerMessage key = new ServerMessage("firings", null, "uq", "Key (kiln_id, startedat)=(1, x)");
    assertThat(told(FULL, new ServerException("23505", "doppelt", key)))
        .containsExactly("already-taken:kiln");
    ServerMessage column = new ServerMessage("segments", "rate", null, "Failing row (…)");
    assertThat(told(FULL, new ServerException("23502", "leer", column)))
        .containsExactly("missing:schedule[1].rate");
    ServerMessage check = new ServerMessage("segments", null, "segments_rate_check", "(…)");
    assertThat(told(FULL, new ServerException("23514", "nein", check)))
        .as("one of several")
        .containsExactly("refused:");
    ServerMessage reference =
        new ServerMessage("kiln_checks", null, "fk", "Key (id)=(1) is still …");
    ServerMessage used =
        new ServerMessage("kiln_checks", null, "fk", "Key (id)=(1) is still referenced");
    assertThat(told(FULL, new ServerException("23503", "used", used)))
        .containsExactly("still-referenced:");
    assertThat(told(FULL, new ServerException("23503", "benutzt", reference)))
        .as("a column that no value becomes")
        .containsExactly("unknown-reference:");
  }

  @Test
  void aTextThatIsTooLongIsFoundByTheLimitsOfTheColumns() {
    ServerMessage none = new ServerMessage(null, null, null, null);
    SQLException refused =
        new ServerException("22001", "value too long for type character varying(5)", none);
    assertThat(told(FULL, refused)).as("nothing is").containsExactly("too-long:");
    Booking one = withSchedule(new Stretch(1, "short"), new Stretch(1, "longer"));
    assertThat(told(one, refused)).containsExactly("too-long:schedule[1].note");
    Booking two = withSchedule(new Stretch(1, "longer"), new Stretch(1, "longer"));
    assertThat(told(two, refused)).as("both are").containsExactly("too-long:schedule");
    Booking blanks = withSchedule(new Stretch(1, "short   "));
    assertThat(told(blanks, refused)).as("blanks are cut").containsExactly("too-long:");
  }

  private static Booking withSchedule(Stretch... schedule) {
    return new Booking(
        "BIG1", "way too long", Optional.empty(), null, null, Arrays.asList(schedule), null);
  }

  @Test
  void aColumnOfTwoTablesIsNotGuessed() {
    SQLException refused = new SQLException("NULL not allowed for column \"NOTE\"", "23502", 23502);
    Booking two = withSchedule(new Stretch(1, null));
    assertThat(told(two, refused)).containsExactly("missing:");
    Booking one = new Booking("BIG1", "r", Optional.empty(), null, null, List.of(), Map.of());
    assertThat(told(one, refused)).containsExactly("missing:note");
  }

  @Test
  void theValuesOfAMissingPartAreMissingWhereThePartIs() {
    SQLException refused = new SQLException("NULL not allowed for column \"RATE\"", "23502", 23502);
    Booking none = new Booking("BIG1", "r", Optional.empty(), null, null, null, Map.of());
    assertThat(told(none, refused)).containsExactly("missing:schedule");
  }

  /** An object may hold objects of its own type, and arrays may have gaps. */
  record Shelf(
      @Nullable String label, @Nullable Shelf below, @Nullable Shelf @Nullable [] beside) {}

  private static final StoredValues<Shelf> SHELF = shelf();

  private static StoredValues<Shelf> shelf() {
    return StoredValues.of(Shelf.class, "api")
        .row("coop.kiln.store.ShelfRow", "shelves")
        .value("label", Shelf::label, "label", "label", 5)
        .part("below", Shelf::below, () -> SHELF)
        .part("beside", Shelf::beside, () -> SHELF)
        .build();
  }

  @Test
  void anObjectThatHoldsObjectsOfItsTypeHasAnEnd() {
    SQLException refused = new SQLException("too long", "22001", 0);
    Shelf lowest = new Shelf("a long label", null, new Shelf[] {null});
    assertThat(SHELF.faults(new Shelf("top", lowest, null), refused).orElseThrow().faults())
        .extracting(StoredValuesTest::text)
        .containsExactly("too-long:below.label");
    Shelf emoji = new Shelf("\uD83D\uDD25\uD83D\uDD25\uD83D\uDD25", lowest, null);
    assertThat(SHELF.faults(emoji, refused).orElseThrow().faults())
        .as("three characters fit")
        .extracting(StoredValuesTest::text)
        .containsExactly("too-long:below.label");
  }

  @Test
  void aBatchAndItsNextExceptionsAreSearched() {
    BatchUpdateException batch = new BatchUpdateException("batch", "HY000", 0, new int[0]);
    batch.setNextException(
        new SQLException("(conn=1) Column 'note' cannot be null", "23000", 1048));
    Booking one = new Booking("BIG1", "r", Optional.empty(), null, null, List.of(), Map.of());
    assertThat(told(one, new PersistenceException(batch))).containsExactly("missing:note");
  }

  @Test
  void whatIsNoFaultOfTheRequestIsNone() {
    assertThat(told(FULL, new SQLException("connection lost", "08006", 0))).isEmpty();
    assertThat(told(FULL, new SQLException("lock timeout", "40001", 0))).isEmpty();
    assertThat(told(FULL, new IllegalStateException("a bug"))).isEmpty();
    Throwable endless = new RuntimeException("a");
    endless.initCause(new RuntimeException("b", endless));
    assertThat(told(FULL, endless)).isEmpty();
  }

  @Test
  void aProviderThatChecksARowNamesItsField() {
    String message = "not-null property references a null or transient value: " + ROW;
    Booking one = new Booking(null, "r", Optional.empty(), null, null, List.of(), Map.of());
    assertThat(told(one, new PersistenceException(message + ".kiln")))
        .containsExactly("missing:kiln");
    assertThat(told(one, new PersistenceException(message + ".kilnCode"))).isEmpty();
    assertThat(told(FULL, new PersistenceException(message + ".kiln"))).isEmpty();
  }

  @Test
  void aChangeByOthersIsAConflictAtTheVersion() {
    FaultException changed =
        BOOKING.faults(FULL, new PersistenceException(new OptimisticLockException())).orElseThrow();
    assertThat(changed.faults()).extracting(StoredValuesTest::text).containsExactly("changed:seen");
    assertThat(Problem.of(changed).status()).isEqualTo(409);
    FaultException missing = BOOKING.faults(FULL, new SQLException("", "23502", 0)).orElseThrow();
    assertThat(Problem.of(missing).status()).isEqualTo(422);
  }

  @Test
  void violationsOfTheRequestAndOfItsRowsAreFaults() {
    ConstraintViolation<?> request = violation(FULL, Booking.class, "schedule[1].note", Size.class);
    ConstraintViolation<?> row = violation(new Object(), StoredRow.class, "kiln", NotNull.class);
    ConstraintViolation<?> method = violation(this, getClass(), "book.request.charge", Size.class);
    when(method.getExecutableParameters()).thenReturn(new Object[] {null, FULL});
    ConstraintViolation<?> other = violation(this, getClass(), "somewhere", Size.class);
    for (ConstraintViolation<?> one : List.of(request, row, method, other)) {
      assertThat(told(FULL, new ConstraintViolationException(Set.of(one))))
          .containsExactly(
              one == request
                  ? "refused:schedule[1].note"
                  : one == row ? "missing:kiln" : one == method ? "refused:charge" : "refused:");
    }
  }

  @SuppressWarnings({"unchecked", "rawtypes"}) // of mocks
  private static ConstraintViolation<?> violation(
      Object bean, Class<?> type, String at, Class<? extends Annotation> constraint) {
    ConstraintViolation violation = mock(ConstraintViolation.class);
    Path path = mock(Path.class, at);
    ConstraintDescriptor descriptor = mock(ConstraintDescriptor.class);
    Annotation annotation = mock(constraint);
    when(annotation.annotationType()).thenReturn((Class) constraint);
    when(descriptor.getAnnotation()).thenReturn(annotation);
    when(violation.getRootBean()).thenReturn(bean);
    when(violation.getRootBeanClass()).thenReturn(type);
    when(violation.getPropertyPath()).thenReturn(path);
    when(violation.getMessage()).thenReturn("a sentence");
    when(violation.getConstraintDescriptor()).thenReturn(descriptor);
    return violation;
  }
}
