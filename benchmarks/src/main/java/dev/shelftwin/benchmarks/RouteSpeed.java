package dev.shelftwin.benchmarks;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import coop.kiln.api.FiringView;
import coop.kiln.api.MoneyView;
import coop.kiln.api.SegmentView;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.trial.Route;
import dev.shelftwin.trial.Trial;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TriedMappers;
import jakarta.persistence.Entity;
import java.math.BigDecimal;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.Set;

/** Compares one sample on a route with writing and reading one object as JSON. */
final class RouteSpeed {

  private static final Path KILN = Path.of("examples/kiln");
  private static final String ROUTE = "Firing->FiringRow->Firing";
  private static final int SAMPLES = 500;
  private static final int ROUNDS = 120;

  /** The number of warm-up rounds, which are not measured. */
  private static final int WARM_UP = 80;

  private RouteSpeed() {}

  /** A section in Markdown. */
  static String section() throws URISyntaxException {
    Path standards =
        Path.of(Entity.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    CodePaths code =
        new CodePaths(
            List.of(),
            List.of(KILN.resolve("src/main/java"), KILN.resolve("src/test/java")),
            List.of(standards));
    Plan plan = PlanReader.read(KILN.resolve("shelf-twin.yaml"));
    try (JavaReader reader = new JavaReader(code)) {
      Ledger ledger = LedgerBuilder.build(plan, reader).withoutUnknownNames();
      Generated generated = MapperGenerator.generate(ledger);
      TrialOptions options =
          new TrialOptions(1, SAMPLES, Set.of("Firing"), OptionalInt.empty(), false);
      return code.userCode()
          .run(
              generated.texts(),
              plan.testClasses(),
              (loader, uncompiled) ->
                  section(
                      new Trial(
                          ledger,
                          reader,
                          loader,
                          Ends.NONE,
                          new TriedMappers(generated.texts().keySet(), generated.reasons()),
                          options)));
    }
  }

  private static String section(Trial trial) {
    Route route =
        trial.routes().stream()
            .filter(one -> one.toString().equals(ROUTE))
            .findFirst()
            .orElseThrow();
    JsonMapper json = JsonMapper.builder().addModule(new JavaTimeModule()).build();
    double[] sample = new double[ROUNDS];
    double[] object = new double[ROUNDS];
    double[] ratio = new double[ROUNDS];
    for (int round = 0; round < ROUNDS; round++) {
      sample[round] = microseconds(() -> trial.run(route));
      object[round] = microseconds(() -> writeAndRead(json));
      ratio[round] = sample[round] / object[round];
    }
    return String.format(
        Locale.ROOT,
        """

        ## One route

        One sample of `%s` in memory (drawn, mapped twice, compared twice) beside one `FiringView` with five
        segments that Jackson writes and reads, warm, in one process; the median of %d alternating rounds of %d.

        | sample, µs | Jackson, µs | ratio |
        |---:|---:|---:|
        | %.1f | %.1f | %.2f |
        """,
        ROUTE,
        ROUNDS - WARM_UP,
        SAMPLES,
        median(sample),
        median(object),
        median(ratio));
  }

  private static void writeAndRead(JsonMapper json) {
    try {
      for (int count = 0; count < SAMPLES; count++) {
        FiringView read = json.readValue(json.writeValueAsString(VIEW), FiringView.class);
        if (read.schedule().size() != VIEW.schedule().size()) {
          throw new IllegalStateException("not read as it was written: " + read);
        }
      }
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private static final FiringView VIEW =
      new FiringView(
          "F-2026-118",
          "K2",
          "M-17",
          Collections.nCopies(5, new SegmentView(150, 1060, Duration.ofMinutes(20))),
          1060,
          "DONE",
          Instant.parse("2026-03-01T08:00:00Z"),
          Instant.parse("2026-03-01T20:30:00Z"),
          Duration.ofMinutes(750),
          new MoneyView(new BigDecimal("48.50"), "EUR"),
          "the lower shelf was half empty");

  /** The time for each of the samples. */
  private static double microseconds(Runnable work) {
    long begin = System.nanoTime();
    work.run();
    return (System.nanoTime() - begin) / 1_000.0 / SAMPLES;
  }

  private static double median(double[] rounds) {
    double[] counted = Arrays.copyOfRange(rounds, WARM_UP, ROUNDS);
    Arrays.sort(counted);
    return counted[counted.length / 2];
  }
}
