package dev.shelftwin.benchmarks;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import coop.kiln.api.KilnView;
import coop.kiln.api.ShelfView;
import coop.kiln.model.Kiln;
import coop.kiln.model.KilnCode;
import coop.kiln.model.Shelf;
import coop.kiln.store.AuditedRow;
import coop.kiln.store.KilnRow;
import coop.kiln.store.KilnStoreMapper;
import coop.kiln.store.ShelfRow;
import coop.kiln.store.ShelfStoreMapper;
import dev.shelftwin.OpenTrial;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Route;
import dev.shelftwin.trial.TrialOptions;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceConfiguration;
import java.io.IOException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** Compares samples through real ends with plain loops over objects of the same kind. */
final class EndSpeed {

  private static final String TABLE = "Kiln->KilnRow->KilnRow@table->Kiln";
  private static final String WIRE = "Kiln->KilnView->KilnView@wire";
  private static final String MEMORY = "Kiln->KilnView";

  /** The example's own samples are among its tests. */
  private static final Path SAMPLE_CLASSES = Path.of("examples/kiln/target/test-classes");

  private static final int SAMPLES = 1000;
  private static final int ROUNDS = 60;

  /** The number of warm-up rounds, which are not measured. */
  private static final int WARM_UP = 40;

  private EndSpeed() {}

  /** A section in Markdown, with a database in memory. */
  static String section() throws IOException {
    return section("jdbc:h2:mem:plain;DB_CLOSE_DELAY=-1", Optional.empty());
  }

  /**
   * A section in Markdown.
   *
   * @param plain the JDBC URL for the plain loop
   * @param trial the database of the trial; empty for one in memory
   */
  static String section(String plain, Optional<String> trial) throws IOException {
    double[] table = new double[ROUNDS];
    double[] wire = new double[ROUNDS];
    TrialOptions options = new TrialOptions(1, SAMPLES, Set.of("Kiln"), OptionalInt.empty(), true);
    TrialOptions memory = new TrialOptions(1, SAMPLES, Set.of("Kiln"), OptionalInt.empty(), false);
    Optional<Database> database =
        trial.map(url -> new Database(new Text(url, Place.in("benchmark")), Optional.empty()));
    try (URLClassLoader loader =
            new URLClassLoader(
                new URL[] {SAMPLE_CLASSES.toUri().toURL()}, EndSpeed.class.getClassLoader());
        ShelfTwin twin = ShelfTwin.open(Path.of("examples/kiln/shelf-twin.yaml"));
        OpenTrial ends =
            twin.openTrial(database.map(options::in).orElse(options), Doubles.none(), loader);
        OpenTrial inMemory = twin.openTrial(memory, Doubles.none(), loader);
        EntityManagerFactory factory = factory(plain)) {
      JsonMapper json = JsonMapper.builder().build();
      for (int round = 0; round < ROUNDS; round++) {
        double stored = microseconds(() -> run(ends, TABLE));
        table[round] = stored / microseconds(() -> writeAndFind(factory));
        double written = microseconds(() -> run(ends, WIRE));
        double kept = microseconds(() -> run(inMemory, MEMORY));
        wire[round] = (written - kept) / microseconds(() -> writeAndRead(json));
      }
    }
    return String.format(
        Locale.ROOT,
        """

        ## Ends

        %d samples of the route `%s` beside as many rows that a plain loop maps,
        persists, flushes, clears, finds and rolls back; and what `%s` takes longer
        than `%s`, beside a plain write and read of as many views. Warm, in one process, the median
        of %d alternating rounds.

        | end | ratio |
        |---|---:|
        | table | %.2f |
        | JSON | %.2f |
        """,
        SAMPLES,
        TABLE,
        WIRE,
        MEMORY,
        ROUNDS - WARM_UP,
        median(table),
        median(wire));
  }

  private static void run(OpenTrial trial, String route) {
    Route named =
        trial.routes().stream()
            .filter(one -> one.toString().equals(route))
            .findFirst()
            .orElseThrow();
    if (trial.run(named).outcome() != Outcome.HELD) {
      throw new IllegalStateException(route + " does not hold");
    }
  }

  private static EntityManagerFactory factory(String url) {
    PersistenceConfiguration configuration =
        new PersistenceConfiguration("plain")
            .property(PersistenceConfiguration.JDBC_URL, url)
            .property(PersistenceConfiguration.SCHEMAGEN_DATABASE_ACTION, "drop-and-create");
    List.of(AuditedRow.class, KilnRow.class, ShelfRow.class).forEach(configuration::managedClass);
    return configuration.createEntityManagerFactory();
  }

  private static void writeAndFind(EntityManagerFactory factory) {
    KilnStoreMapper mapper = new KilnStoreMapper(new ShelfStoreMapper());
    for (int count = 0; count < SAMPLES; count++) {
      KilnRow row = mapper.toKilnRow(kiln(count));
      try (EntityManager session = factory.createEntityManager()) {
        session.getTransaction().begin();
        session.persist(row);
        session.flush();
        session.clear();
        KilnRow found = Objects.requireNonNull(session.find(KilnRow.class, row.getId()));
        if (!mapper.toKiln(found).equals(kiln(count))) {
          throw new IllegalStateException("not read as it was written: " + row.getCode());
        }
        session.getTransaction().rollback();
      }
    }
  }

  private static Kiln kiln(int number) {
    return new Kiln(
        new KilnCode("K" + number), 1280, List.of(new Shelf(1, 500, 400), new Shelf(2, 500, 400)));
  }

  private static void writeAndRead(JsonMapper json) {
    try {
      for (int count = 0; count < SAMPLES; count++) {
        KilnView view =
            new KilnView(
                "K" + count, 1280, List.of(new ShelfView(0, 500, 400), new ShelfView(1, 500, 400)));
        if (!json.readValue(json.writeValueAsString(view), KilnView.class).equals(view)) {
          throw new IllegalStateException("not read as it was written: " + view);
        }
      }
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private static double microseconds(Runnable work) {
    long begin = System.nanoTime();
    work.run();
    return (System.nanoTime() - begin) / 1_000.0;
  }

  private static double median(double[] rounds) {
    double[] counted = Arrays.copyOfRange(rounds, WARM_UP, ROUNDS);
    Arrays.sort(counted);
    return counted[counted.length / 2];
  }
}
