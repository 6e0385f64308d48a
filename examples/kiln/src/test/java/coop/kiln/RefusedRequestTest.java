package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coop.kiln.api.BookFiring;
import coop.kiln.api.FiringApiFaults;
import coop.kiln.api.FiringApiMapper;
import coop.kiln.api.MemberApiFaults;
import coop.kiln.api.MemberApiMapper;
import coop.kiln.api.MoneyApiMapper;
import coop.kiln.api.PieceApiFaults;
import coop.kiln.api.PieceApiMapper;
import coop.kiln.api.PieceView;
import coop.kiln.api.RegisterMember;
import coop.kiln.api.SegmentApiMapper;
import coop.kiln.api.SegmentView;
import coop.kiln.model.Firing;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.Kiln;
import coop.kiln.model.KilnCode;
import coop.kiln.model.Member;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Piece;
import coop.kiln.store.AuditedRow;
import coop.kiln.store.FiringRow;
import coop.kiln.store.FiringStoreMapper;
import coop.kiln.store.GlazeRow;
import coop.kiln.store.KilnRow;
import coop.kiln.store.KilnStoreMapper;
import coop.kiln.store.MemberRow;
import coop.kiln.store.MemberStoreMapper;
import coop.kiln.store.PieceRow;
import coop.kiln.store.PieceStoreMapper;
import coop.kiln.store.SegmentRow;
import coop.kiln.store.SegmentStoreMapper;
import coop.kiln.store.ShelfRow;
import coop.kiln.store.ShelfStoreMapper;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.runtime.Problem;
import dev.shelftwin.store.Servers;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.LockModeType;
import jakarta.persistence.PersistenceConfiguration;
import jakarta.persistence.PersistenceException;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.apache.commons.dbcp2.BasicDataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What a database refuses, although every layer accepted it, is told to the caller at the value of
 * the request. The tables are as a migration left them: stricter than the rows.
 */
class RefusedRequestTest {

  @Nested
  class OnH2 extends RefusedRequests {
    @Override
    String url(String name) {
      return "jdbc:h2:mem:" + name + ";DB_CLOSE_DELAY=-1";
    }
  }

  @Nested
  class OnPostgreSql extends RefusedRequests {
    @Override
    String url(String name) throws SQLException {
      return created(Servers.POSTGRESQL, name).replace("/postgres?", "/" + name + "?");
    }
  }

  @Nested
  class OnMariaDb extends RefusedRequests {
    @Override
    String url(String name) throws SQLException {
      return created(Servers.MARIADB, name).replace("/?", "/" + name + "?");
    }

    @Override
    String phoneIsRequired() {
      return "alter table members modify phone varchar(31) not null";
    }
  }

  /** The URL of a server on which a database of that name was created. */
  private static String created(Servers server, String name) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.execute("create database " + name);
    }
    return server.url();
  }

  /**
   * A request that a database refuses.
   *
   * @param store stores the request
   * @param expected the code and the path of each fault
   */
  private record Case(String what, Consumer<Store> store, String... expected) {
    @Override
    public String toString() {
      return what;
    }
  }

  static Stream<Case> cases() {
    return Stream.of(
        new Case(
            "a unique column", store -> store.add(piece("0AB1", "a note")), "already-taken tag"),
        new Case(
            "a constraint that only the database has",
            store -> store.add(registration("Ida", "wren@kiln.test", "0442 123456")),
            "already-taken email"),
        new Case(
            "a combination of columns",
            store -> store.add(registration("Wren", "ida@kiln.test", "0442 123456")),
            "already-taken familyName",
            "already-taken givenName"),
        new Case(
            "a unique value that the caller did not give",
            store -> store.add(registration("Ida", "ida@kiln.test", "0442 123456"), 1),
            "already-taken "),
        new Case(
            "a column that became required",
            store -> store.add(registration("Ida", "ida@kiln.test", null)),
            "missing phone"),
        new Case(
            "a condition",
            store -> store.add(registration("Ida", "ida@kiln.test", "5044 123456")),
            "refused phone"),
        new Case(
            "a text that is too long",
            store -> store.add(piece("0AB2", "n".repeat(301))),
            "too-long note"),
        new Case(
            "a row that is gone",
            store -> store.add(new BookFiring("GONE", "M-0001", List.of(SLOW))),
            "unknown-reference kiln"),
        new Case(
            "a condition of the only element of a list",
            store -> store.add(new BookFiring("BIG1", "M-0001", List.of(FAST))),
            "refused schedule[0].rate"),
        new Case(
            "a condition of one of several elements",
            store -> store.add(new BookFiring("BIG1", "M-0001", List.of(SLOW, FAST))),
            "refused schedule"),
        new Case(
            "a change by someone else",
            store -> store.changeTwice(new BookFiring("BIG1", "M-0001", List.of(SLOW))),
            "changed "));
  }

  private static PieceView piece(String tag, String note) {
    return new PieceView(tag, "M-0001", "raku", 400, 90, List.of(), note);
  }

  private static final SegmentView SLOW = new SegmentView(100, 600, Duration.ZERO);
  private static final SegmentView FAST = new SegmentView(550, 600, Duration.ZERO);

  private static RegisterMember registration(String name, String email, String phone) {
    return new RegisterMember(name, "Ashfold", email, phone, "4711");
  }

  /** The cooperative's tables in one database. */
  private static final class Store implements AutoCloseable {

    final BasicDataSource database = new BasicDataSource();
    private final EntityManagerFactory factory;
    private int next = 2;

    Store(String url, String phoneIsRequired) throws SQLException {
      database.setUrl(url);
      PersistenceConfiguration configuration =
          new PersistenceConfiguration("kiln")
              .property("jakarta.persistence.nonJtaDataSource", database)
              .property(PersistenceConfiguration.SCHEMAGEN_DATABASE_ACTION, "create");
      List.of(
              AuditedRow.class,
              MemberRow.class,
              KilnRow.class,
              ShelfRow.class,
              FiringRow.class,
              SegmentRow.class,
              GlazeRow.class,
              PieceRow.class)
          .forEach(configuration::managedClass);
      factory = configuration.createEntityManagerFactory();
      run(
          phoneIsRequired,
          "alter table members add constraint chk_prefix check (phone like '0%')",
          "alter table members add constraint uq_mail unique (emailAddress)",
          "alter table members add constraint uq_person unique (familyName, givenName)",
          "alter table segments add constraint chk_rate check (rate < 500)");
      add(registration("Wren", "wren@kiln.test", "0441 123456"), 1);
      add(piece("0AB1", null));
      factory.runInTransaction(
          session -> {
            session.persist(kiln("BIG1"));
            session.persist(kiln("GONE"));
          });
    }

    void run(String... statements) throws SQLException {
      try (Connection connection = database.getConnection();
          Statement statement = connection.createStatement()) {
        for (String one : statements) {
          statement.execute(one);
        }
      }
    }

    private static KilnRow kiln(String code) {
      return new KilnStoreMapper(new ShelfStoreMapper())
          .toKilnRow(new Kiln(new KilnCode(code), 1300, List.of()));
    }

    void add(RegisterMember request) {
      add(request, next++);
    }

    void add(RegisterMember request, int number) {
      Member member =
          new MemberApiMapper()
              .toMember(
                  request, MemberNumber.of(number), LocalDate.of(2026, 5, 2), "hash of the PIN");
      try {
        factory.runInTransaction(
            session -> session.persist(new MemberStoreMapper().toMemberRow(member)));
      } catch (PersistenceException failure) {
        throw MemberApiFaults.REGISTER_MEMBER
            .faults(request, failure, database)
            .orElseThrow(() -> failure);
      }
    }

    void add(PieceView request) {
      Piece piece = new PieceApiMapper().toPiece(request);
      try {
        factory.runInTransaction(
            session ->
                session.persist(
                    new PieceStoreMapper(number -> member(session, number), code -> null)
                        .toPieceRow(piece)));
      } catch (PersistenceException failure) {
        throw PieceApiFaults.PIECE_VIEW
            .faults(request, failure, database)
            .orElseThrow(() -> failure);
      }
    }

    void add(BookFiring request) {
      try {
        factory.runInTransaction(session -> session.persist(row(session, request)));
      } catch (PersistenceException failure) {
        throw FiringApiFaults.BOOK_FIRING
            .faults(request, failure, database)
            .orElseThrow(() -> failure);
      }
    }

    /** Another session removes the kiln in the meantime, if it is the one that will be gone. */
    private FiringRow row(EntityManager session, BookFiring request) {
      Firing firing =
          new FiringApiMapper(new SegmentApiMapper(), new MoneyApiMapper())
              .toFiring(request, FiringNumber.of(next++));
      FiringRow row =
          new FiringStoreMapper(
                  code -> kiln(session, code),
                  number -> member(session, number),
                  new SegmentStoreMapper())
              .toFiringRow(firing);
      try {
        run("delete from kilns where code = 'GONE'");
      } catch (SQLException failure) {
        throw new IllegalStateException(failure);
      }
      return row;
    }

    /** Two sessions change one row; the second has not seen what the first did. */
    void changeTwice(BookFiring request) {
      FiringRow row = factory.callInTransaction(session -> session.merge(row(session, request)));
      try {
        factory.runInTransaction(
            slow -> {
              FiringRow seen = slow.find(FiringRow.class, row.getId());
              factory.runInTransaction(quick -> change(quick, row));
              slow.lock(seen, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
            });
      } catch (PersistenceException failure) {
        throw FiringApiFaults.of(request, failure).orElseThrow(() -> failure);
      }
    }

    private static void change(EntityManager session, FiringRow row) {
      session.lock(
          session.find(FiringRow.class, row.getId()), LockModeType.OPTIMISTIC_FORCE_INCREMENT);
    }

    private static MemberRow member(EntityManager session, MemberNumber number) {
      return find(session, MemberRow.class, "number", number.value());
    }

    private static KilnRow kiln(EntityManager session, KilnCode code) {
      return find(session, KilnRow.class, "code", code.value());
    }

    private static <T> T find(EntityManager session, Class<T> row, String field, String value) {
      return session
          .createQuery(
              "select r from " + row.getSimpleName() + " r where r." + field + " = ?1", row)
          .setParameter(1, value)
          .getSingleResult();
    }

    @Override
    public void close() throws SQLException {
      factory.close();
      database.close();
    }
  }

  @TestInstance(TestInstance.Lifecycle.PER_CLASS)
  abstract static class RefusedRequests {

    private Store store;

    abstract String url(String name) throws SQLException;

    /** What makes the phone a required column. */
    String phoneIsRequired() {
      return "alter table members alter column phone set not null";
    }

    @BeforeAll
    void create() throws SQLException {
      store = new Store(url("kiln_refused"), phoneIsRequired());
    }

    @AfterAll
    void close() throws SQLException {
      store.close();
    }

    @ParameterizedTest
    @MethodSource("coop.kiln.RefusedRequestTest#cases")
    void theCallerIsToldTheValueThatTheDatabaseRefuses(Case refused) {
      assertThatThrownBy(() -> refused.store().accept(store))
          .isInstanceOfSatisfying(
              FaultException.class,
              told -> {
                assertThat(told.faults())
                    .extracting(fault -> fault.code() + " " + fault.path())
                    .containsExactly(refused.expected());
                assertThat(Problem.of(told).json())
                    .as("no name of the store and no value")
                    .doesNotContainIgnoringCase("chk_")
                    .doesNotContainIgnoringCase("uq_")
                    .doesNotContain("members", "emailAddress", "wren@", "5044", "constraint");
              });
    }
  }
}
