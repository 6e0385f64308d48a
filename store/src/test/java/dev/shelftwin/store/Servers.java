package dev.shelftwin.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.abort;

import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * Real servers for tests, each started once in a program, with its data in a temporary folder. They
 * accept everybody.
 */
public enum Servers {
  /** From the jar of its binaries. */
  POSTGRESQL {
    @Override
    String start() throws IOException {
      EmbeddedPostgres server = EmbeddedPostgres.builder().start();
      Runtime.getRuntime().addShutdownHook(new Thread(() -> close(server)));
      return "jdbc:postgresql://localhost:" + server.getPort() + "/postgres?user=postgres";
    }
  },

  /** From the machine, such as Debian's package mariadb-server. */
  MARIADB {
    @Override
    String start() throws IOException, InterruptedException {
      Path folder = Files.createTempDirectory("mariadb");
      Path data = folder.resolve("data");
      run(
          folder,
          List.of(
              "mariadb-install-db",
              "--no-defaults",
              "--auth-root-authentication-method=normal",
              "--datadir=" + data,
              "--user=" + System.getProperty("user.name")));
      int port = freePort();
      Process server =
          new ProcessBuilder(
                  "mariadbd",
                  "--no-defaults",
                  "--character-set-server=utf8mb4",
                  "--datadir=" + data,
                  "--user=" + System.getProperty("user.name"),
                  "--port=" + port,
                  "--bind-address=127.0.0.1",
                  "--socket=" + folder.resolve("socket"))
              .redirectErrorStream(true)
              .redirectOutput(folder.resolve("log").toFile())
              .start();
      Runtime.getRuntime().addShutdownHook(new Thread(server::destroy));
      String url = "jdbc:mariadb://127.0.0.1:" + port + "/?user=root";
      await(url, server, folder);
      return url;
    }
  };

  private @Nullable String url;

  /**
   * The URL of the server. Without the server's program, the test is aborted; where the environment
   * variable {@code SHELF_TWIN_SERVERS} is {@code required}, it fails.
   */
  public synchronized String url() {
    if (url == null) {
      try {
        url = start();
      } catch (IOException missing) {
        String message = this + " cannot be started: " + missing.getMessage();
        assertThat(System.getenv("SHELF_TWIN_SERVERS")).as(message).isNotEqualTo("required");
        System.err.println("NOT TESTED: " + message + "; .ci/run installs it");
        abort(message);
      } catch (InterruptedException interrupted) {
        throw new IllegalStateException(interrupted);
      }
    }
    return url;
  }

  /** The server as a plan names it. */
  public Database database(Optional<String> schema) {
    Place at = Place.in("test");
    return new Database(new Text(url(), at), schema.map(name -> new Text(name, at)));
  }

  /** A connection of the test's own. */
  public Connection connect() throws SQLException {
    return DriverManager.getConnection(url());
  }

  abstract String start() throws IOException, InterruptedException;

  private static void run(Path folder, List<String> command)
      throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("install").toFile())
            .start();
    if (process.waitFor() != 0) {
      throw new IOException(Files.readString(folder.resolve("install")));
    }
  }

  private static void await(String url, Process server, Path folder)
      throws IOException, InterruptedException {
    while (true) {
      try {
        DriverManager.getConnection(url).close();
        return;
      } catch (SQLException notYet) {
        if (server.waitFor(100, TimeUnit.MILLISECONDS)) {
          throw new IOException(Files.readString(folder.resolve("log")), notYet);
        }
      }
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static void close(EmbeddedPostgres server) {
    try {
      server.close();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }
}
