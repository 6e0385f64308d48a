package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.change.ChangedSources;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a new field would do, and what has changed since an older state. */
class WhatIfTest {

  private static final Path EXAMPLE = Path.of("../examples/described/shelf-twin.yaml");
  private static final CodeOptions CODE =
      new CodeOptions(List.of(), List.of(), Project.classPath());

  @TempDir Path folder;

  private Path plan;

  @BeforeEach
  void write() throws IOException {
    plan = written(Files.createDirectories(folder.resolve("now")));
  }

  private static Path written(Path into) throws IOException {
    Path copy = Files.copy(EXAMPLE, into.resolve("shelf-twin.yaml"));
    try (ShelfTwin twin = ShelfTwin.open(copy)) {
      ScaffoldFiles.write(twin.scaffold(false), into.resolve("src/main/java"));
    }
    return copy;
  }

  private ChangePreview added(String field, String... only) {
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      return twin.whatIf().added("Booking", field, List.of(only));
    }
  }

  @ParameterizedTest
  @CsvSource({"load: int", "deposit: Integer?", "helpers: List<Guest>", "source: BookingNumber?"})
  void aFieldInAllLayersBreaksNothing(String field) throws IOException {
    ChangePreview preview = added(field);
    assertThat(preview.broken()).filteredOn(one -> !one.rule().key().endsWith("drift")).isEmpty();
    assertThat(preview.unwritten()).isEmpty();
    assertThat(preview.mappers()).hasSize(2);
    for (Map.Entry<Path, ChangedSources.Changed> file : preview.sources().files().entrySet()) {
      assertThat(file.getKey()).hasContent(file.getValue().before());
      Files.writeString(file.getKey(), file.getValue().after());
    }
    String text =
        Files.readString(plan)
            .replaceAll(
                "(?s)    model:\n      type: Booking\n.*?    fields:\n      - ",
                "    model: Booking\n    store: BookingRow\n    api: { BookingView: out, NewBooking: in }\n    fields:\n      - { model: remarks, store: note }\n      - { model: fee, api: { amount: feeAmount, currency: feeCurrency }, store: { amount: feeAmount, currency: feeCurrency } }\n      - { store: createdAt, is: audit, stays: by itself }\n      - { store: changedAt, is: audit, stays: by itself }\n      - ");
    Files.writeString(plan, text);
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      List<Finding> findings = twin.check().findings();
      assertThat(findings).isEmpty();
      assertHeld(twin.trial(new TrialOptions(3, 40, Set.of(), OptionalInt.empty(), true)))
          .hasSize(10);
    }
  }

  /** Each: the field, its other type, and what does not compile then; nothing if empty. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Booking.guests | Set<Guest>   | ''
          Guest.email    | List<String> | cannot find symbol, symbol: method filter
          """)
  void anotherTypeIsTriedToo(String field, String type, String error) {
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().retyped(field, type, List.of());
      assertThat(preview.sources().files()).hasSizeGreaterThanOrEqualTo(3);
      assertThat(String.join(" ", preview.uncompiled()).replaceAll("\\s+", " ")).contains(error);
      assertThat(preview.uncompiled()).noneMatch(one -> one.contains("shelf-twin-described"));
      assertThatThrownBy(() -> twin.whatIf().retyped("Booking.fee", "int", List.of()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("BookingRow has the field in parts: feeAmount, feeCurrency");
      assertThatThrownBy(() -> twin.whatIf().retyped("Booking.fees", "int", List.of()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("Booking has no field fees");
    }
  }

  /** A row is created without values, before the change and after it. */
  @Test
  void onlyCallsThatTakeOtherValuesHaveToChange() throws IOException {
    Path desk = plan.resolveSibling("src/main/java/Desk.java");
    Files.writeString(desk, "// new BookingRow();\n// new NewBooking(\n");
    assertThat(added("load: int").sources().byHand())
        .containsExactly(desk + ":2  // new NewBooking(");
  }

  @Test
  void aRemovedFieldGoesFromThePlanToo() throws IOException {
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "      - { model: status,",
                "      - model: workshop\n        api: workshop\n      - { model: status,"));
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().removed("Booking.workshop", List.of());
      assertThat(preview.sources().files()).hasSize(5).containsKey(plan);
      assertThat(preview.sources().files().get(plan).after())
          .doesNotContain("- model: workshop")
          .contains("      - { model: status,");
      assertThat(preview.uncompiled())
          .isNotEmpty()
          .allMatch(one -> one.contains("Booking.java") && one.contains("variable workshop"));
      ChangePreview ofView = twin.whatIf().removed("Booking.workshop", List.of("BookingView"));
      assertThat(ofView.sources().files()).hasSize(1);
      assertThat(ofView.broken())
          .extracting(Finding::message)
          .contains("Booking.workshop has no counterpart in BookingView.");
    }
  }

  /** Each: what the plan says of a guest, in lines, and what is left of it without the e-mail. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          fields:;  - { model: [name, email], is: identity } | fields:;  - { model: [name], is: identity }
          fields:;  - { model: [email], is: identity }       | ''
          fields:;  - { model: email, is: identity }         | ''
          fields:;- { model: email, is: identity };- { model: name, is: identity } | fields:;- { model: name, is: identity }
          omits:;  GuestView: { fields: [name, email], because: x } | omits:;  GuestView: { fields: [name], because: x }
          omits:;  GuestView: { fields: [email], because: x } | ''
          """)
  void whatThePlanSaysOfARemovedFieldGoesWithIt(String said, String left) throws IOException {
    String before = Files.readString(plan);
    String guest = "    api: { type: GuestView, as: model }\n";
    Files.writeString(plan, before.replace(guest, guest + lines(said)));
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().removed("Guest.email", List.of());
      assertThat(preview.sources().files().get(plan).after())
          .isEqualTo(before.replace(guest, guest + lines(left)));
    }
  }

  private static String lines(String text) {
    return text.isEmpty() ? "" : "    " + text.replace(";", "\n    ") + "\n";
  }

  /** A desk that uses a field in all ways, and things that only have the same name. */
  private static final String DESK =
      """
      package coop.kiln.bookings;

      import coop.kiln.bookings.api.BookingView;
      import coop.kiln.bookings.model.Booking;
      import coop.kiln.bookings.store.BookingRow;
      import java.util.List;
      import java.util.function.Function;

      /** @param workshop stays */
      record Desk(String workshop) {

        static final String QUERY = "select b from BookingRow b where b.workshop = ?1";

        List<Function<Booking, String>> columns() {
          return List.of(Booking::workshop, one -> one.workshop().strip());
        }

        boolean move(BookingRow row, BookingView view) {
          row.setWorkshop(workshop); // not workshop()
          String workshop = row.getWorkshop();
          return view.workshop().equals(workshop) || workshop.equals(workshop());
        }
      }
      """;

  @Test
  void aFieldIsRenamedWhereverItIsUsed() throws IOException {
    Path desk = plan.resolveSibling("src/main/java/coop/kiln/bookings/Desk.java");
    Files.writeString(desk, DESK);
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "      - { model: status,",
                "      - { model: workshop, is: identity }\n      - { model: status,"));
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().renamed("Booking.workshop", "room", List.of());
      assertThat(preview.uncompiled()).isEmpty();
      assertThat(preview.unwritten()).isEmpty();
      assertThat(preview.broken()).allMatch(one -> one.rule().key().equals("description-drift"));
      Map<Path, ChangedSources.Changed> files = preview.sources().files();
      assertThat(files.get(desk).after())
          .isEqualTo(
              DESK.replace(
                      "Booking::workshop, one -> one.workshop()",
                      "Booking::room, one -> one.room()")
                  .replace("setWorkshop", "setRoom")
                  .replace("getWorkshop", "getRoom")
                  .replace("view.workshop()", "view.room()"));
      assertThat(files.get(plan).after()).contains("- { model: room, is: identity }");
      assertThat(preview.sources().byHand())
          .containsExactlyInAnyOrder(
              desk.resolveSibling("model/Booking.java")
                  + ":22  throw new IllegalArgumentException(\"workshop has more than 60 characters\");",
              desk
                  + ":12  static final String QUERY = \"select b from BookingRow b where b.workshop = ?1\";",
              "BookingView: callers see 'room' instead of 'workshop'; tell them, or keep the name with an annotation",
              "NewBooking: callers see 'room' instead of 'workshop'; tell them, or keep the name with an annotation");
      for (String source : List.of("model/Booking", "store/BookingRow", "api/NewBooking")) {
        Path file = desk.resolveSibling(source + ".java");
        assertThat(files.get(file).after().replaceAll("name = \"workshop\"|\"workshop has", ""))
            .contains("room")
            .doesNotContain("workshop");
      }
    }
  }

  @Test
  void theCodeThatUsesAFieldIsKnown() throws IOException {
    Path desk = plan.resolveSibling("src/main/java/coop/kiln/bookings/Desk.java");
    Files.writeString(desk, DESK);
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      Map<String, Set<String>> names =
          Map.of("Booking", Set.of("workshop"), "BookingRow", Set.of("workshop"));
      assertThat(twin.whatIf().uses("Booking", names))
          .containsExactly(
              desk + ":15  return List.of(Booking::workshop, one -> one.workshop().strip());",
              desk + ":19  row.setWorkshop(workshop); // not workshop()",
              desk + ":20  String workshop = row.getWorkshop();");
    }
  }

  /** As {@code getID} reads {@code id}. */
  @Test
  void accessorsInCapitalsUseTheFieldToo() throws IOException {
    Path row = plan.resolveSibling("src/main/java/coop/kiln/bookings/store/BookingRow.java");
    Files.writeString(row, Files.readString(row).replace("etWorkshop(", "etWORKSHOP("));
    Path desk = plan.resolveSibling("src/main/java/coop/kiln/bookings/Desk.java");
    Files.writeString(
        desk, DESK.replace("getWorkshop", "getWORKSHOP").replace("setWorkshop", "setWORKSHOP"));
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      assertThat(twin.whatIf().uses("Booking", Map.of("BookingRow", Set.of("workshop"))))
          .containsExactly(
              desk + ":19  row.setWORKSHOP(workshop); // not workshop()",
              desk + ":20  String workshop = row.getWORKSHOP();");
      ChangePreview preview = twin.whatIf().renamed("Booking.workshop", "room", List.of());
      assertThat(preview.uncompiled()).isEmpty();
      assertThat(preview.sources().files().get(desk).after())
          .contains("row.setRoom(workshop)", "row.getRoom()");
    }
  }

  /** What a type has a field from is changed too, unless others have the field from it. */
  @ParameterizedTest
  @CsvSource({
    "interface Placed { String getWorkshop(); }, implements Placed",
    "abstract class Placed { public String getWorkshop() { return null; } }, extends Placed"
  })
  void anInheritedFieldIsRenamedWhereItIsDeclared(String above, String clause) throws IOException {
    Path row = plan.resolveSibling("src/main/java/coop/kiln/bookings/store/BookingRow.java");
    Path placed =
        Files.writeString(
            row.resolveSibling("Placed.java"),
            "package coop.kiln.bookings.store;\npublic " + above);
    Files.writeString(
        row,
        Files.readString(row)
            .replace("class BookingRow {", "class BookingRow " + clause + " {")
            .replace("public String getWorkshop", "@Override public String getWorkshop"));
    Path signs = Files.createDirectory(row.resolveSibling("../signs").normalize());
    Files.writeString(
        signs.resolve("Signs.java"),
        "package coop.kiln.bookings.signs;\ninterface Placed {}\nclass Sign implements Placed {}");
    Path hall = row.resolveSibling("Hall.java");
    Files.writeString(
        hall,
        "package coop.kiln.bookings.store;\nclass Hall { String of(Placed one) { return one.getWorkshop(); } }");
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      assertThat(twin.whatIf().uses("Booking", Map.of("BookingRow", Set.of("workshop"))))
          .containsExactly(
              hall + ":2  class Hall { String of(Placed one) { return one.getWorkshop(); } }");
      ChangePreview preview = twin.whatIf().renamed("Booking.workshop", "room", List.of());
      assertThat(preview.sources().files()).containsKeys(placed, row, hall);
      assertThat(preview.uncompiled()).isEmpty();
    }
    Files.writeString(
        signs.resolve("BookingRow.java"),
        "package coop.kiln.bookings.signs;\nimport coop.kiln.bookings.store.*;\nabstract class BookingRow "
            + clause.replace("Placed", "coop.kiln.bookings.store.Placed")
            + " {}");
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      assertThat(twin.whatIf().uses("Booking", Map.of("BookingRow", Set.of("workshop")))).isEmpty();
      assertThatThrownBy(() -> twin.whatIf().renamed("Booking.workshop", "room", List.of()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining(
              "BookingRow inherits 'workshop' from Placed, and so does coop.kiln.bookings.signs.BookingRow");
    }
  }

  @Test
  void anInterfaceGetsAnAccessor() throws IOException {
    Path view = plan.resolveSibling("src/main/java/coop/kiln/bookings/api/GuestView.java");
    Files.writeString(
        view,
        """
        package coop.kiln.bookings.api;

        public interface GuestView {
          String name();
        }
        """);
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().added("Guest", "age: int", List.of());
      assertThat(preview.sources().files().get(view).after())
          .contains("  String name();\n\n  int age();\n}");
    }
  }

  /** No other types have the interface, so the field can be renamed in it, too. */
  @Test
  void aFieldOfASharedInterfaceIsRenamedInAllItsTypes() throws IOException {
    Path model = plan.resolveSibling("src/main/java/coop/kiln/bookings/model/Booking.java");
    Path placed =
        Files.writeString(
            model.resolveSibling("Placed.java"),
            "package coop.kiln.bookings.model;\npublic interface Placed { String workshop(); }");
    Path view = model.resolveSibling("../api/BookingView.java").normalize();
    for (Path type : List.of(model, view)) {
      String text = Files.readString(type);
      Files.writeString(
          type, text.replaceFirst("\\) \\{", ") implements coop.kiln.bookings.model.Placed {"));
    }
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().renamed("Booking.workshop", "room", List.of());
      assertThat(preview.sources().files()).containsKeys(placed, model, view);
      assertThat(preview.uncompiled()).isEmpty();
      assertThatThrownBy(
              () -> twin.whatIf().renamed("Booking.workshop", "room", List.of("BookingView")))
          .isInstanceOf(InputException.class)
          .hasMessageContaining(
              "BookingView inherits 'workshop' from Placed, and so does coop.kiln.bookings.model.Booking");
    }
  }

  /** What is below a changed type need not name it. */
  @Test
  void whatIsBelowAChangedTypeIsCompiledToo() throws IOException {
    Path sources = plan.resolveSibling("src/main/java");
    Path row = sources.resolve("coop/kiln/bookings/store/BookingRow.java");
    String head = "package coop.kiln.bookings.store;\n";
    Files.writeString(
        row.resolveSibling("OldRow.java"), head + "public class OldRow extends BookingRow {}");
    Path oldest =
        Files.writeString(
            row.resolveSibling("OldestRow.java"),
            head
                + "class OldestRow extends OldRow { public String getWorkshop() { return null; } }");
    CodeOptions code = new CodeOptions(List.of(compiled(sources)), List.of(), Project.classPath());
    try (ShelfTwin twin = ShelfTwin.open(plan, code)) {
      ChangePreview preview =
          twin.whatIf().retyped("Booking.workshop", "List<String>", List.of("store"));
      assertThat(preview.uncompiled()).anyMatch(error -> error.startsWith(oldest + ":2"));
    }
  }

  @Test
  void whatCouldNotBeGeneratedBeforeIsNoNews() throws IOException {
    replace("api/BookingView.java", "String workshop,", "String workshop, int seats,");
    ChangePreview preview = added("load: int", "model", "store");
    assertThat(preview.unwritten())
        .containsExactly("coop.kiln.bookings.api.BookingApiMapper: Booking.load has no source");
  }

  /** Tools add such methods to compiled classes. */
  @Test
  void staticMethodsThatCreateNothingChangeNoCalls() throws IOException {
    Path sources = plan.resolveSibling("src/main/java");
    Path row = sources.resolve("coop/kiln/bookings/store/BookingRow.java");
    Path hall =
        Files.writeString(
            row.resolveSibling("Hall.java"),
            "package coop.kiln.bookings.store;\nclass Hall { Object row = new BookingRow(); }");
    String text = Files.readString(row);
    Files.writeString(
        row, text.replace("BookingRow {", "BookingRow { static int counted() { return 0; }"));
    Path classes = compiled(sources);
    Files.writeString(row, text);
    Files.setLastModifiedTime(row, FileTime.from(Instant.EPOCH));
    CodeOptions code = new CodeOptions(List.of(classes), List.of(), Project.classPath());
    try (ShelfTwin twin = ShelfTwin.open(plan, code)) {
      ChangePreview preview = twin.whatIf().added("Booking", "load: int", List.of("store"));
      assertThat(preview.sources().byHand()).noneMatch(line -> line.startsWith(hall.toString()));
    }
  }

  /** What neither its class nor a text in it shows is not compiled; a newer source is. */
  @Test
  void classesTellWhichSourcesMayUseAField() throws IOException {
    Path sources = plan.resolveSibling("src/main/java");
    String head = "package coop.kiln.bookings;\n";
    Path hall = sources.resolve("coop/kiln/bookings/Hall.java");
    Files.writeString(
        hall,
        head + "record Hall(Rack rack) { String room() { return rack.top().getWorkshop(); } }");
    Path queries = hall.resolveSibling("Queries.java");
    Files.writeString(
        queries, head + "class Queries { String of = \"select b.workshop from BookingRow b\"; }");
    Files.writeString(
        hall.resolveSibling("Rack.java"),
        head + "record Rack(coop.kiln.bookings.store.BookingRow top) {}");
    Path late = hall.resolveSibling("LateRow.java");
    Files.writeString(
        late, head + "public class LateRow extends coop.kiln.bookings.store.BookingRow {}");
    Path desk = hall.resolveSibling("LateDesk.java");
    Files.writeString(
        desk,
        head + "record LateDesk(LateRow row) { String room() { return row.getWorkshop(); } }");
    Path sign = hall.resolveSibling("Sign.java");
    Files.writeString(sign, head + "record Sign(String getWorkshop) {}");
    Path classes = compiled(sources);
    Files.writeString(
        sign,
        head
            + "record Sign(Rack rack) { String getWorkshop() { return rack.top().getWorkshop(); } }");
    Path library = folder.resolve("library");
    Path lateClass = library.resolve("coop/kiln/bookings/LateRow.class");
    Files.createDirectories(lateClass.getParent());
    Files.move(classes.resolve("coop/kiln/bookings/LateRow.class"), lateClass);
    Files.delete(late);
    CodeOptions code =
        new CodeOptions(
            List.of(classes),
            List.of(),
            Stream.concat(Stream.of(library), Project.classPath().stream()).toList());
    for (boolean isNewer : new boolean[] {false, true}) {
      Files.setLastModifiedTime(
          sign, FileTime.from(Instant.now().plus(isNewer ? 1 : -1, ChronoUnit.DAYS)));
      try (ShelfTwin twin = ShelfTwin.open(plan, code)) {
        ChangePreview preview = twin.whatIf().renamed("Booking.workshop", "room", List.of("store"));
        assertThat(preview.sources().files().keySet())
            .contains(hall, desk)
            .matches(files -> files.contains(sign) == isNewer);
        assertThat(preview.sources().byHand()).anyMatch(line -> line.startsWith(queries + ":2"));
        assertThat(preview.uncompiled()).isEmpty();
      }
    }
  }

  /** Each: the field and its new name, where, and the row of the plan that pairs both names. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Booking.workshop | room | api         | { model: workshop, api: room }
          Booking.workshop | room | BookingView | { model: workshop, BookingView: room }
          Booking.workshop | room | model       | { model: room, store: workshop, api: workshop }
          Booking.status   | step | api         | { value: REQUESTED } }, api: step }
          """)
  void namesThatAreNoLongerTheSameArePaired(String field, String name, String only, String row)
      throws IOException {
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      ChangePreview preview = twin.whatIf().renamed(field, name, List.of(only));
      assertThat(preview.sources().files().get(plan).after()).contains(row);
      assertThat(preview.unwritten()).isEmpty();
      assertThat(preview.broken()).allMatch(one -> one.rule().key().equals("description-drift"));
    }
  }

  /** Each: the field, its new name, and the error. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Booking.workshop | status | Booking has a field status already
          Booking.workshop | class  | this is no name of a field
          Booking.room     | hall   | Booking has no field room
          Bookings.room    | hall   | the plan has no concept Bookings
          """)
  void whatCannotBeRenamedIsAnError(String field, String name, String error) {
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      assertThatThrownBy(() -> twin.whatIf().renamed(field, name, List.of()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining(error);
    }
  }

  @Test
  void whatOnlySomeTypesGetIsLostInOthers() {
    ChangePreview preview = added("load: int", "model", "BookingView");
    assertThat(preview.sources().files()).hasSize(2);
    assertThat(preview.broken())
        .extracting(Finding::message)
        .contains(
            "Booking.load has no counterpart in BookingRow.",
            "Booking.load has no source in NewBooking.");
    assertThat(preview.broken())
        .allSatisfy(finding -> assertThat(finding.at().file()).contains("now"));
    assertThat(preview.unwritten()).isNotEmpty();
  }

  /** Each: the field, and the error. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          status: int  | Booking has the field status already
          load         | this describes no field
          load: Loads  | there is no type Loads in the domain or the JDK
          load: int?   | a value of type int cannot be missing
          """)
  void whatCannotBeAddedIsAnError(String field, String error) {
    assertThatThrownBy(() -> added(field))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(error);
  }

  @Test
  void whatHasChangedSinceAnOlderStateIsTold() throws IOException {
    Path older = Files.createDirectories(folder.resolve("older"));
    written(older);
    replace("api/BookingView.java", "String workshop", "CharSequence workshop");
    replace("api/BookingView.java", "Status status,", "Status status, String door,");
    replace("store/BookingRow.java", "length = 60", "length = 40");
    replace("api/GuestView.java", ", @Size(max = 254) String email", "");
    try (ShelfTwin twin = ShelfTwin.open(plan, CODE)) {
      assertThat(twin.changesSince(older))
          .extracting(WhatIfTest::text)
          .containsExactlyInAnyOrder(
              "Booking limits BookingRow.workshop at most 60 characters > at most 40 characters",
              "Booking retyped BookingView.workshop String > CharSequence",
              "Booking limits BookingView.workshop at most 60 characters > none",
              "Booking exposed BookingView.door  > String",
              "Guest removed GuestView.email String > ");
      assertThatThrownBy(() -> twin.changesSince(folder.resolve("nowhere")))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("there is no older state of the code");
      assertThatThrownBy(() -> twin.usersOf("stor"))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("the plan has no layer stor");
      assertThatThrownBy(() -> twin.usersOf("store"))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("there are none");
    }
  }

  private static String text(ShapeChange change) {
    return change.concept()
        + " "
        + change.kind().key()
        + " "
        + change.shape()
        + "."
        + change.field()
        + " "
        + change.before()
        + " > "
        + change.after();
  }

  private Path compiled(Path sources) throws IOException {
    Path classes = Files.createDirectory(folder.resolve("classes"));
    try (Stream<Path> files = Files.walk(sources)) {
      List<Path> all = files.filter(file -> file.toString().endsWith(".java")).toList();
      assertThat(Project.compile(all, sources, classes, "-proc:none")).isEmpty();
    }
    return classes;
  }

  private void replace(String file, String part, String by) throws IOException {
    Path path = folder.resolve("now/src/main/java/coop/kiln/bookings/" + file);
    String text = Files.readString(path).replace("\n    ", " ");
    assertThat(text).contains(part);
    Files.writeString(path, text.replace(part, by));
  }
}
