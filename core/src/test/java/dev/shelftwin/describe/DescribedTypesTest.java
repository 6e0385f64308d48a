package dev.shelftwin.describe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Types that a plan describes: the sources that follow from them, and what is wrong with them. */
class DescribedTypesTest {

  private static final Path EXAMPLE = Path.of("../examples/described/shelf-twin.yaml");

  @TempDir Path folder;

  private static String plan() throws IOException {
    return Files.readString(EXAMPLE);
  }

  private DescribedTypes described(String plan) {
    return described(PlanReader.read("shelf-twin.yaml", plan));
  }

  private DescribedTypes described(Plan plan) {
    try (JavaReader reader = new JavaReader(new CodePaths(List.of(), List.of(), List.of()))) {
      return DescribedTypes.of(plan, reader);
    }
  }

  private String source(DescribedTypes types, String name) {
    return types.sources().stream()
        .filter(source -> source.type().name().equals(name))
        .map(DescribedSource::text)
        .findFirst()
        .orElseThrow();
  }

  /** Each: a type, and a line of its source that follows from the plan. */
  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Status        | public enum Status {
          BookingNumber | public record BookingNumber(String value) {
          BookingNumber | if (!value.matches("B-\\\\d{4,6}")) {
          Money         | if (amount.compareTo(new BigDecimal("9999.99")) > 0) {
          Money         | if (amount.scale() > 2) {
          Booking       | if (remarks.filter(value -> value.length() > 200).isPresent()) {
          Booking       | startsAt = startsAt.truncatedTo(ChronoUnit.MICROS);
          Booking       | guests = List.copyOf(guests);
          BookingRow    | @Table(name = "booking")
          BookingRow    | @Column(name = "number", nullable = false, length = 8, unique = true)
          BookingRow    | @Column(name = "fee_amount", nullable = false, precision = 6, scale = 2)
          BookingRow    | @Column(name = "note", length = 200)
          BookingRow    | @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
          BookingRow    | private List<GuestRow> guests = new ArrayList<>();
          BookingRow    | @PrePersist
          BookingRow    | changedAt = createdAt;
          BookingView   | @NotNull @Size(max = 8) @Pattern(regexp = "B-\\\\d{4,6}") String number,
          BookingView   | @NotNull @Valid List<GuestView> guests,
          BookingView   | @Size(max = 200) String remarks) {}
          NewBooking    | @NotNull @DecimalMin("0") @DecimalMax("9999.99") @Digits(integer = 4, fraction = 2) BigDecimal feeAmount,
          GuestView     | @Size(max = 254) String email) {}
          """)
  void aSourceFollowsFromThePlan(String type, String line) throws IOException {
    assertThat(source(described(plan()), type).lines().map(String::strip)).contains(line);
  }

  @Test
  void withoutADomainTheMappersOfRequestsCreateRows() throws IOException {
    String layers =
        """
        shelf-twin: 1
        name: notes
        layers:
          store: { role: persistence, package: coop.kiln.store }
          api: { role: transfer, package: coop.kiln.api }
        concepts:
          Note:
            store: { type: NoteRow, fields: { id: Long key, text: String max 60 } }
            api: { NewNote: { direction: in, fields: { text: String max 60 } } }
        """;
    assertThat(source(described(layers), "NoteRow")).contains("  public NoteRow() {}");
    assertThat(source(described(plan()), "BookingRow")).contains("  protected BookingRow() {}");
  }

  @Test
  void rowsThatDescriptionsImplyNeedNotBeWritten() throws IOException {
    Concept booking = described(plan()).plan().concept("Booking").orElseThrow();
    assertThat(booking.rows())
        .extracting(Row::names)
        .extracting(Object::toString)
        .contains(
            "{model=remarks, store=note}",
            "{model=fee.amount, store=feeAmount, BookingView=feeAmount, NewBooking=feeAmount}",
            "{store=createdAt}");
    assertThat(booking.omissions()).isEmpty();
  }

  @Test
  void aPlanIsWrittenWithItsDescriptions() throws IOException {
    Plan plan = PlanReader.read("shelf-twin.yaml", plan());
    Plan again = PlanReader.read("again.yaml", PlanWriter.write(plan));
    assertThat(texts(described(again))).isEqualTo(texts(described(plan)));
  }

  private static List<String> texts(DescribedTypes types) {
    return types.sources().stream().map(DescribedSource::text).toList();
  }

  /** Each: a part of the plan, what stands there instead, and the error at its place. */
  @ParameterizedTest(name = "{2}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          List<Guest>              | List<Gest>               | 29:17: there is no type 'Gest' in the layer model, and none in java.lang, java.time, java.math and java.util
          String max 60            | String max sixty         | 25:19: 'max' needs a number
          String max 60            | String max 6.5           | 25:19: 'max 6.5' is no count
          String max 60            | String size 60           | 25:19: a described field has no 'size'
          String max 60            | LocalDate max 60         | 25:19: a value of type LocalDate has no 'max'
          String max 60            | int?                     | 25:19: a value of type int cannot be missing
          String max 60            | Map<String               | 25:19: 'Map<String' is no type
          String max 60            | int pattern '[0-9]'      | 25:19: 'pattern' is for texts, and needs a regular expression
          Instant digits 6         | Instant digits 4         | 26:19: times are kept to seconds, or to 3, 6 or 9 digits of a second
          email: String? max 254   | 2nd: String              | 55:58: '2nd' is not a name in Java
          as: model, fields: { id: | as: modell, fields: { id: | 56:34: 'layers' has no 'modell'
          { remarks: note }        | { remark: note }         | 36:26: Booking has no field 'remark'
          id: Long key             | id: Long                 | 32:13: an entity needs a key (Jakarta Persistence 3.2, §2.4), and BookingRow has none
          type: GuestView, as: model | type: GuestView, without: [email] | 57:29: 'without' says how this type differs from another layer's
          type: Guest, fields: {   | type: Guest, as: store, fields: { | 55:20: 'as' of Guest leads back to itself
          store: { type: GuestRow, as: model, fields: { id: Long key } } | store: GuestRow | 56:12: there is no class coop.kiln.bookings.store.GuestRow, and the plan does not describe it
          """)
  void anErrorIsToldAtItsPlace(String part, String instead, String error) throws IOException {
    String wrong = plan().replace(part, instead);
    assertThat(wrong).isNotEqualTo(plan());
    assertThatThrownBy(() -> described(wrong))
        .isInstanceOfSatisfying(
            InputException.class,
            thrown ->
                assertThat(thrown.errors())
                    .extracting(
                        one -> one.at().line() + ":" + one.at().column() + ": " + one.message())
                    .contains(error));
  }

  @Test
  void aFactoryNeedsAValueForWhatItSets() throws IOException {
    String wrong =
        plan()
            .replace("type: Booking\n", "type: Booking\n      build: { NewBooking: request }\n")
            .replace("NewBooking: { from: caller }", "NewBooking: { from: factory }");
    assertThatThrownBy(() -> described(wrong))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(
            "request is to set number, and nothing says to which value; let it be missing ('?'),"
                + " give it from the caller, or give a value");
  }

  /** Each: a part of the written class, what stands there instead, and the difference. */
  @ParameterizedTest(name = "{0}: {2}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Guest    | String name       | CharSequence name | Guest.name is described as String, and the class says CharSequence.
          Guest    | Optional<String> email | Optional<String> email, int nights | Guest has the field nights, which is not described.
          Guest    | , Optional<String> email) | ) | Guest has no field email, which is described.
          Guest    | Optional<String> email | String email | Guest.email is described with '?', and the class requires a value.
          Status   | CONFIRMED,        | ''                | Status has the constants REQUESTED, CANCELLED, and the description REQUESTED, CONFIRMED, CANCELLED.
          GuestRow | length = 80       | length = 40       | GuestRow.name is described with at most 80 characters, and the class says 40.
          GuestView | @NotNull @Size   | @Size             | ''
          """)
  void aClassThatHasDriftedApartIsTold(String type, String part, String instead, String difference)
      throws IOException {
    DescribedTypes types = described(plan());
    for (DescribedSource source : types.sources()) {
      Path file = folder.resolve(source.path());
      Files.createDirectories(file.getParent());
      boolean changed = source.type().name().equals(type);
      Files.writeString(file, changed ? source.text().replace(part, instead) : source.text());
    }
    CodePaths code = new CodePaths(List.of(), List.of(folder), Project.classPath());
    try (JavaReader reader = new JavaReader(code)) {
      List<Shape> shapes =
          types.sources().stream()
              .flatMap(source -> reader.find(source.type().qualifiedName()).stream())
              .toList();
      assertThat(shapes).hasSize(10);
      assertThat(shapes)
          .flatExtracting(types::drift)
          .extracting(Drift::message)
          .containsExactlyElementsOf(difference.isEmpty() ? List.of() : List.of(difference));
    }
  }

  @Test
  void aRepositorySpeaksOfTheDomain() throws IOException {
    assertThat(described(plan()).repositories())
        .extracting(DescribedSource::text)
        .first()
        .asString()
        .contains(
            "public interface BookingRepository {",
            "Optional<Booking> find(BookingNumber number);",
            "void save(Booking booking);");
  }
}
