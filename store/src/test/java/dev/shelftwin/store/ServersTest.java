package dev.shelftwin.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndOccupied;
import dev.shelftwin.trial.EndRefusal;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TimeZone;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * What real servers do to values, and what a trial leaves there: nothing
 * (docs/how-to/databases.md).
 */
class ServersTest {

  private static final List<Class<?>> ROWS = List.of(GlazeTestRow.class);

  /** The page must not depend on the machine's time zone, which MariaDB's values show. */
  @BeforeAll
  static void liveInOneZone() {
    TimeZone.setDefault(TimeZone.getTimeZone("Pacific/Auckland"));
  }

  private static TableEnd end(Servers server) {
    return end(server, Optional.empty());
  }

  private static TableEnd end(Servers server, Optional<String> schema) {
    return new TableEnd(ROWS, server.database(schema), ServersTest.class.getClassLoader());
  }

  private static List<String> query(Connection connection, String sql) throws SQLException {
    List<String> found = new ArrayList<>();
    try (Statement statement = connection.createStatement();
        ResultSet all = statement.executeQuery(sql)) {
      while (all.next()) {
        found.add(all.getString(1));
      }
    }
    return found;
  }

  private static List<String> scratchSchemas(Servers server) throws SQLException {
    try (Connection connection = server.connect()) {
      return query(
          connection,
          "select schema_name from information_schema.schemata"
              + " where schema_name like 'shelf_twin_%' order by 1");
    }
  }

  private static void execute(Servers server, String sql) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  /** A value, where it goes, and what each server does to it. */
  private record Case(
      String value, Function<GlazeTestRow, @Nullable Object> field, GlazeTestRow row) {}

  private static List<Case> cases() {
    Map<String, GlazeTestRow> rows = new LinkedHashMap<>();
    List<Case> cases = new ArrayList<>();
    GlazeTestRow row = new GlazeTestRow();
    row.fired = Instant.parse("2026-03-01T10:15:30.123456789Z");
    cases.add(new Case("`Instant` with nanoseconds", one -> one.fired, row));
    row = new GlazeTestRow();
    row.reported = OffsetDateTime.parse("2026-03-01T10:15:30+05:45");
    cases.add(new Case("`OffsetDateTime` in another zone", one -> one.reported, row));
    row = new GlazeTestRow();
    row.opened = LocalDateTime.parse("2026-03-01T10:15:30.123456789");
    cases.add(new Case("`LocalDateTime` with nanoseconds", one -> one.opened, row));
    row = new GlazeTestRow();
    row.soaked = LocalTime.parse("10:15:30.123456789");
    cases.add(new Case("`LocalTime` with nanoseconds", one -> one.soaked, row));
    row = new GlazeTestRow();
    row.thickness = new BigDecimal("1.23456789");
    cases.add(new Case("`BigDecimal` without a scale", one -> one.thickness, row));
    row = new GlazeTestRow();
    row.price = new BigDecimal("12.345");
    cases.add(new Case("`BigDecimal` with scale 2", one -> one.price, row));
    row = new GlazeTestRow();
    row.shelf = "ab";
    cases.add(new Case("a short text in `char(5)`", one -> one.shelf, row));
    row = new GlazeTestRow();
    row.mark = "🏺";
    cases.add(new Case("an emoji in one character", one -> one.mark, row));
    row = new GlazeTestRow();
    row.note = "a\u0000b";
    cases.add(new Case("U+0000 in a text", one -> one.note, row));
    row = new GlazeTestRow();
    row.note = "matt ";
    cases.add(new Case("a space at the end", one -> one.note, row));
    row = new GlazeTestRow();
    row.shrinkage = Double.NaN;
    cases.add(new Case("`Double.NaN`", one -> one.shrinkage, row));
    return cases;
  }

  /** {@code mvn -pl store -am verify -Dpages=write} writes the page anew. */
  @Test
  void whatServersDoIsOnThePage() throws IOException {
    StringBuilder page =
        new StringBuilder(
            """
            # What databases do to values

            Each value was written to a column of the usual type and read back, through the provider, on each server.
            Written by `mvn -pl store -am verify -Dpages=write`.

            | value | H2 | PostgreSQL | MariaDB |
            |---|---|---|---|
            """);
    try (TableEnd memory = new TableEnd(ROWS);
        TableEnd postgresql = end(Servers.POSTGRESQL);
        TableEnd mariadb = end(Servers.MARIADB)) {
      for (Case one : cases()) {
        page.append("| ").append(one.value());
        for (End end : List.of(memory, postgresql, mariadb)) {
          page.append(" | ").append(outcome(end, one));
        }
        page.append(" |\n");
      }
    }
    Path file = Path.of("../docs/databases.md");
    if ("write".equals(System.getProperty("pages"))) {
      Files.writeString(file, page);
    }
    assertThat(file).hasContent(page.toString());
  }

  private static String outcome(End end, Case one) {
    try {
      End.Passage passage = end.pass(one.row());
      @Nullable Object sent = one.field().apply(one.row());
      @Nullable Object arrived = one.field().apply((GlazeTestRow) passage.object());
      return String.valueOf(sent).equals(String.valueOf(arrived))
          ? "kept"
          : "becomes `" + arrived + "`";
    } catch (EndRefusal refused) {
      return "refused";
    }
  }

  @ParameterizedTest
  @EnumSource
  void aTrialLeavesNothingAndRemovesWhatKilledTrialsLeft(Servers server) throws SQLException {
    String killed = "shelf_twin_0123456789ab_1";
    String alive = "shelf_twin_ba9876543210_1";
    execute(server, "create schema " + killed);
    execute(server, "create schema " + alive);
    try (Connection other = server.connect();
        Statement statement = other.createStatement()) {
      statement.execute(
          server == Servers.POSTGRESQL
              ? "select pg_advisory_lock(hashtext('shelf_twin_ba9876543210'))"
              : "select get_lock('shelf_twin_ba9876543210', 0)");
      try (TableEnd end = end(server);
          TableEnd second = end(server)) {
        GlazeTestRow row = new GlazeTestRow();
        row.note = "matt";
        end.pass(row);
        second.pass(row);
        assertThat(scratchSchemas(server)).contains(alive).doesNotContain(killed).hasSize(3);
      }
      assertThat(scratchSchemas(server)).containsExactly(alive);
    }
    execute(
        server, server == Servers.POSTGRESQL ? "drop schema " + alive : "drop database " + alive);
  }

  private static void createTables(Servers server, String schema, int noteLength)
      throws SQLException {
    execute(server, "create schema " + schema);
    execute(server, "create sequence " + schema + ".glaze_tests_SEQ increment by 50");
    execute(
        server,
        "create table "
            + schema
            + ".glaze_tests (id bigint primary key, note varchar("
            + noteLength
            + "), mark varchar(1),"
            + " fired timestamp, reported timestamp, opened timestamp, soaked time,"
            + " thickness numeric(38,2), price numeric(10,2), shelf char(5),"
            + " shrinkage double precision)");
  }

  @ParameterizedTest
  @EnumSource
  void anExistingSchemaStaysAsItWas(Servers server) throws SQLException {
    String schema = "kiln_" + UUID.randomUUID().toString().substring(0, 8);
    createTables(server, schema, 4);
    try (TableEnd end = end(server, Optional.of(schema))) {
      GlazeTestRow row = new GlazeTestRow();
      row.note = "matt";
      GlazeTestRow back = (GlazeTestRow) end.pass(row).object();
      assertThat(back.note).isEqualTo("matt");
      row = new GlazeTestRow();
      row.note = "glossy";
      GlazeTestRow tooLong = row;
      assertThatThrownBy(() -> end.pass(tooLong)).isInstanceOf(EndRefusal.class);
      row = new GlazeTestRow();
      row.note = "dry";
      end.pass(row); // a refused row does not spoil the next one
    }
    execute(server, "create unique index " + schema + "_note on " + schema + ".glaze_tests (note)");
    execute(server, "insert into " + schema + ".glaze_tests (id, note) values (1000001, 'dull')");
    try (TableEnd end = end(server, Optional.of(schema))) {
      GlazeTestRow there = new GlazeTestRow();
      there.note = "dull";
      assertThatThrownBy(() -> end.pass(there))
          .isInstanceOf(EndOccupied.class)
          .hasMessageContaining("the existing schema has such a row");
    }
    try (Connection connection = server.connect()) {
      assertThat(query(connection, "select note from " + schema + ".glaze_tests"))
          .containsExactly("dull");
    }
    assertThatThrownBy(() -> end(server, Optional.of("no_such")))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("the database has no schema no_such");
  }

  @ParameterizedTest
  @EnumSource
  void anExistingSchemaIsComparedWithTheRows(Servers server) throws SQLException {
    String schema = "drifted_" + UUID.randomUUID().toString().substring(0, 8);
    execute(server, "create schema " + schema);
    execute(server, "create sequence " + schema + ".glaze_tests_SEQ increment by 50");
    execute(
        server,
        "create table "
            + schema
            + ".glaze_tests (id integer primary key, note varchar(20) not null, mark varchar(1),"
            + " fired timestamp(0), reported date, opened timestamp(6), soaked time(0),"
            + " thickness numeric(20,2), price numeric(8,2) unique, shelf char(5),"
            + " shrinkage double precision, lost varchar(9) not null, old integer)");
    assertThat(
            SchemaComparison.of(
                ROWS, server.database(Optional.of(schema)), ServersTest.class.getClassLoader()))
        .extracting(one -> one.rule().key() + " " + one.field() + ": " + one.message())
        .filteredOn(text -> !text.contains("glaze_tests.fired is timestamp;")) // the same on one
        .satisfiesOnlyOnce(text -> assertThat(text).startsWith("table-mismatch id: "))
        .satisfiesOnlyOnce(text -> assertThat(text).startsWith("table-mismatch reported: "))
        .contains(
            "table-mismatch note: The column glaze_tests.note holds 20 characters; the row needs 40"
                + " characters.",
            "table-mismatch note: The column glaze_tests.note must have a value; the row may have"
                + " none.",
            "table-mismatch price: The column glaze_tests.price holds 8 digits, 2 of them after the"
                + " point; the row needs 10 digits, 2 of them after the point.",
            "table-mismatch price: The column glaze_tests.price is unique; the row does not say so.",
            "table-mismatch : No field fills the column glaze_tests.lost, which must have a value.",
            "table-drift : No field knows the column glaze_tests.old.")
        .noneMatch(text -> text.contains("thickness") || text.contains("shrinkage"));
    assertThat(scratchSchemas(server)).isEmpty();
  }

  @ParameterizedTest
  @EnumSource
  void aDatabaseThatGoesAwayEndsTheTrial(Servers server) throws SQLException {
    try (TableEnd end = end(server)) {
      GlazeTestRow row = new GlazeTestRow();
      end.pass(row);
      String own = scratchSchemas(server).get(0);
      endSessionsIn(server, own);
      assertThatThrownBy(() -> end.pass(new GlazeTestRow()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("jdbc:")
          .hasMessageContaining("let the database be reachable");
    }
    assertThat(scratchSchemas(server)).isEmpty();
  }

  private static void endSessionsIn(Servers server, String schema) throws SQLException {
    try (Connection connection = server.connect()) {
      List<String> sessions =
          query(
              connection,
              server == Servers.POSTGRESQL
                  ? "select distinct pid from pg_locks join pg_class on relation = pg_class.oid"
                      + " join pg_namespace on relnamespace = pg_namespace.oid where nspname = '"
                      + schema
                      + "'"
                  : "select id from information_schema.processlist where db = '" + schema + "'");
      assertThat(sessions).isNotEmpty();
      for (String session : sessions) {
        query(
            connection,
            server == Servers.POSTGRESQL
                ? "select pg_terminate_backend(" + session + ")"
                : "select 1");
        if (server == Servers.MARIADB) {
          execute(server, "kill connection " + session);
        }
      }
    }
  }

  @ParameterizedTest
  @EnumSource
  void aLockThatIsNotReleasedAndAFullDiskEndTheTrial(Servers server) throws SQLException {
    String schema = "busy_" + UUID.randomUUID().toString().substring(0, 8);
    boolean isPostgresql = server == Servers.POSTGRESQL;
    createTables(server, schema, 40);
    if (isPostgresql) {
      execute(
          server,
          "create function "
              + schema
              + ".no_space() returns trigger language plpgsql as $$ begin"
              + " raise exception 'no space left on device' using errcode = '53100'; end $$");
    }
    try (Connection other = server.connect();
        Statement statement = other.createStatement();
        TableEnd end = end(server, Optional.of(schema))) {
      other.setAutoCommit(false);
      statement.execute(
          isPostgresql
              ? "lock table " + schema + ".glaze_tests in access exclusive mode"
              : "lock tables " + schema + ".glaze_tests write");
      assertThatThrownBy(() -> end.pass(new GlazeTestRow()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("end the session that holds the lock");
    }
    execute(
        server,
        isPostgresql
            ? "create trigger no_space before insert on "
                + schema
                + ".glaze_tests for each row execute function "
                + schema
                + ".no_space()"
            : "create trigger "
                + schema
                + ".no_space before insert on "
                + schema
                + ".glaze_tests for each row signal sqlstate 'HY000' set mysql_errno = 1114,"
                + " message_text = 'the table is full'");
    try (TableEnd end = end(server, Optional.of(schema))) {
      assertThatThrownBy(() -> end.pass(new GlazeTestRow()))
          .isInstanceOf(InputException.class)
          .hasMessageContaining("make room for the database");
    }
  }

  @ParameterizedTest
  @EnumSource
  void wrongAccessIsToldWithoutThePassword(Servers server) {
    String url = server.url().replaceFirst("user=\\w+", "user=nobody&password=hush");
    Database nobody = new Database(new Text(url, Place.in("test")), Optional.empty());
    assertThatThrownBy(() -> new TableEnd(ROWS, nobody, ServersTest.class.getClassLoader()))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("password=…")
        .hasMessageNotContaining("hush");
  }
}
