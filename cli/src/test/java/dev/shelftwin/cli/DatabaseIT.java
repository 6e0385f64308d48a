package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.store.Servers;
import java.io.File;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.Driver;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Trials in real databases, by the packaged program. */
@Execution(ExecutionMode.SAME_THREAD) // two tests of one server would see each other's schemas
class DatabaseIT {

  @TempDir Path folder;

  private Process trial(String url, String... more) throws Exception {
    Path plan = KilnExample.write(folder.resolve("kiln"), List.of());
    Path classPath = folder.resolve("kiln/target/class-path.txt");
    Files.writeString(
        classPath, Files.readString(classPath).strip() + File.pathSeparator + driver(url));
    List<String> call = PackagedProgram.call();
    call.addAll(List.of("trial", "--database", url));
    call.addAll(List.of(more));
    call.add(plan.toString());
    return new ProcessBuilder(call)
        .directory(folder.toFile())
        .redirectOutput(folder.resolve("out").toFile())
        .redirectError(folder.resolve("err").toFile())
        .start();
  }

  private static Path driver(String url) throws SQLException, URISyntaxException {
    Driver driver = DriverManager.getDriver(url);
    return Path.of(driver.getClass().getProtectionDomain().getCodeSource().getLocation().toURI());
  }

  private static long schemas(Servers server) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement();
        ResultSet count =
            statement.executeQuery(
                "select count(*) from information_schema.schemata"
                    + " where schema_name like 'shelf_twin_%'")) {
      count.next();
      return count.getLong(1);
    }
  }

  private String text(String stream) throws IOException {
    return Files.readString(folder.resolve(stream));
  }

  @ParameterizedTest
  @EnumSource
  void everyRouteOfTheExampleHolds(Servers server) throws Exception {
    Process trial = trial(server.url(), "--samples", "20");
    assertThat(trial.waitFor(2, TimeUnit.MINUTES)).isTrue();
    assertThat(trial.exitValue()).as(text("err") + text("out")).isZero();
    assertThat(text("out")).contains("60 of 60 routes held");
    assertThat(text("err")).isEmpty();
    assertThat(schemas(server)).isZero();
  }

  @ParameterizedTest
  @EnumSource
  void anInterruptedTrialLeavesNoSchema(Servers server) throws Exception {
    Process trial = trial(server.url(), "--samples", "100000");
    while (schemas(server) == 0) {
      assertThat(trial.isAlive()).as(text("err")).isTrue();
      Thread.sleep(50);
    }
    trial.destroy();
    assertThat(trial.waitFor(1, TimeUnit.MINUTES)).isTrue();
    for (int attempt = 0; attempt < 200 && schemas(server) > 0; attempt++) {
      Thread.sleep(50);
    }
    assertThat(schemas(server)).isZero();
  }

  @Test
  void anotherDatabaseIsLeftAsItWas() throws Exception {
    String url = "jdbc:h2:" + folder.resolve("other");
    Process trial = trial(url, "--samples", "5");
    assertThat(trial.waitFor(2, TimeUnit.MINUTES)).isTrue();
    assertThat(trial.exitValue()).as(text("err") + text("out")).isZero();
    try (Connection connection = DriverManager.getConnection(url);
        ResultSet schemas = connection.getMetaData().getSchemas()) {
      while (schemas.next()) {
        assertThat(schemas.getString(1)).isIn("INFORMATION_SCHEMA", "PUBLIC");
      }
    }
  }

  /** The message that the page shows. */
  @Test
  void aColumnThatAMigrationMadeShorterIsShownAtItsField() throws Exception {
    Servers server = Servers.POSTGRESQL;
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.execute("create schema kiln_test");
      statement.execute("create table kiln_test.firings (remarks varchar(10))");
    }
    String page = Files.readString(Path.of("../docs/how-to/databases.md"));
    PageBlock shown =
        PageBlock.of(page).stream()
            .filter(block -> block.says("tested-by"))
            .findFirst()
            .orElseThrow();
    Process trial =
        trial(server.url(), "--schema", "kiln_test", "--concept", "Segment", "--samples", "1");
    assertThat(trial.waitFor(2, TimeUnit.MINUTES)).isTrue();
    assertThat(trial.exitValue()).as(text("err")).isEqualTo(1);
    String out = text("out").replace(folder.resolve("kiln") + "/", "");
    assertThat(out).contains("Existing tables").contains(shown.text());
  }
}
