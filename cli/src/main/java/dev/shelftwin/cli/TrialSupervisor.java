package dev.shelftwin.cli;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialProgress;
import dev.shelftwin.trial.TrialResult;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketException;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Runs a trial in another virtual machine, so that the users' code can neither end this one nor
 * write to its output. Where that virtual machine ends before the trial does, the route that was
 * under way is blamed, and the others are run in a new one.
 */
final class TrialSupervisor {

  /** The heap of the other virtual machine: enough for a provider and a database in memory. */
  private static final String HEAP = "-Xmx1g";

  /** Libraries from before Java 16 call a protected method of the class loader. */
  private static final String OPENED = "--add-opens=java.base/java.lang=ALL-UNNAMED";

  /** The class with the program's main method. */
  private static final String MAIN = TrialSupervisor.class.getPackageName() + ".Main";

  private static final Duration PATIENCE = Duration.ofSeconds(5);

  /** The file from which the other virtual machine loads classes faster (class-data sharing). */
  private static final @Nullable String ARCHIVE = System.getProperty("shelf-twin.archive");

  /** Where the other virtual machine writes such a file when it ends. */
  private static final @Nullable String NEW_ARCHIVE =
      System.getProperty("shelf-twin.archive.write");

  private static final Duration WRITING = Duration.ofMinutes(2);

  private final Console console;
  private final List<String> arguments;
  private final Duration limit;
  private final TrialProgress progress;
  private final Map<Integer, RouteResult> results = new TreeMap<>();
  private final Map<Integer, ObservedMapper> observed = new TreeMap<>();
  private final Map<Integer, String> failures = new TreeMap<>();
  private List<Finding> tables = List.of();
  private List<WorkerMessage.RouteName> routes = List.of();
  private String plan = "";
  private int mappers;
  private boolean alone;

  /**
   * A supervisor.
   *
   * @param arguments those of the command line
   * @param limit how long one sample may take
   */
  TrialSupervisor(Console console, List<String> arguments, Duration limit, TrialProgress progress) {
    this.console = console;
    this.arguments = List.copyOf(arguments);
    this.limit = limit;
    this.progress = progress;
  }

  /**
   * What came of a trial.
   *
   * @param mappers what existing mappers do, by their places in the plan
   * @param tables what is not the same in an existing schema and in the rows
   * @param failures the mappers that the virtual machine did not survive, and why
   * @param exitCode why it could not be run, if there is no result
   */
  record Outcome(
      @Nullable TrialResult result,
      Map<Integer, ObservedMapper> mappers,
      List<Finding> tables,
      Map<Integer, String> failures,
      int exitCode) {

    /**
     * What all existing mappers do, in the order of the plan.
     *
     * @param tasks the existing mappers
     */
    List<ObservedMapper> mappers(List<ExistingMapperObserver.Task> tasks) {
      Map<Integer, ObservedMapper> all = new TreeMap<>(mappers);
      failures.forEach((mapper, why) -> all.put(mapper, tasks.get(mapper).failed(why)));
      return List.copyOf(all.values());
    }

    static Outcome notRun(int exitCode) {
      return new Outcome(null, Map.of(), List.of(), Map.of(), exitCode);
    }
  }

  /** How a virtual machine ended before the trial did. */
  private static final class Attempt {
    private final Map<Integer, Integer> sending = new HashMap<>();
    private WorkerMessage.@Nullable Stuck stuck;
    private WorkerMessage.@Nullable Finished finished;
  }

  Outcome run(long seed) {
    while (true) {
      Attempt attempt = new Attempt();
      int exit = run(attempt);
      if (attempt.finished != null && attempt.finished.exitCode() != ExitCode.DONE) {
        return Outcome.notRun(attempt.finished.exitCode());
      }
      if (plan.isEmpty() && attempt.finished == null) {
        return unable(exit);
      }
      if (attempt.finished == null) {
        blame(attempt, exit);
      }
      boolean all = results.size() == routes.size() && observed.size() + failures.size() == mappers;
      if (attempt.finished != null || all) {
        return new Outcome(
            new TrialResult(plan, seed, List.copyOf(results.values())),
            observed,
            tables,
            failures,
            ExitCode.DONE);
      }
    }
  }

  private Outcome unable(int exit) {
    if (exit == ExitCode.OWN_ERROR) {
      return Outcome.notRun(exit); // the other virtual machine has said which
    }
    if (exit != ExitCode.WRONG_INPUT) {
      console
          .err()
          .println(
              "the trial's Java virtual machine ended with the exit code "
                  + exit
                  + " before a sample was sent\n"
                  + "  see what it printed above; the code of 'wire' and static initialisers run"
                  + " before the first sample");
    }
    return Outcome.notRun(ExitCode.WRONG_INPUT);
  }

  /** Of several routes that were under way, each is run alone to find the one that did it. */
  private void blame(Attempt attempt, int exit) {
    WorkerMessage.Stuck stuck = attempt.stuck;
    if (stuck != null) {
      String reason =
          "sample %d did not come back within %d s; it was in %s"
              .formatted(stuck.sample(), limit.toSeconds(), stuck.place());
      stop(stuck.route(), reason);
    } else if (attempt.sending.size() == 1) {
      attempt.sending.forEach(
          (route, sample) ->
              stop(
                  route,
                  "sample %d ended the Java virtual machine with the exit code %d"
                      .formatted(sample, exit)));
    } else if (alone) {
      for (int route = 0; route < routes.size(); route++) {
        if (!results.containsKey(route)) {
          stop(
              route,
              "the Java virtual machine ended with the exit code " + exit + " between two samples");
        }
      }
    }
    alone = true;
  }

  private void stop(int route, String reason) {
    if (route < 0) {
      failures.put(WorkerMessage.placeOf(route), reason);
      return;
    }
    results.put(route, routes.get(route).stopped(reason));
  }

  /** Runs the routes that have no result yet; returns the exit code of the virtual machine. */
  private int run(Attempt attempt) {
    String secret = UUID.randomUUID().toString();
    try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      Process worker = start(server.getLocalPort(), secret);
      Thread end = new Thread(() -> stop(worker));
      Runtime.getRuntime().addShutdownHook(end);
      try {
        worker.getOutputStream().close();
        Thread prints = new Thread(() -> copy(worker));
        prints.setDaemon(true);
        prints.start();
        server.setSoTimeout(200);
        Socket socket = accept(server, worker);
        if (socket != null) {
          read(socket, secret, attempt);
        }
        Duration patience = NEW_ARCHIVE == null ? PATIENCE : WRITING;
        if (!worker.waitFor(patience.toSeconds(), TimeUnit.SECONDS)) {
          stop(worker);
        }
        int exit = worker.waitFor();
        prints.join(PATIENCE.toMillis());
        return exit;
      } finally {
        stop(worker);
        Runtime.getRuntime().removeShutdownHook(end);
      }
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  /** Lets a virtual machine remove what it has in a database, but does not wait for ever. */
  private static void stop(Process worker) {
    worker.destroy();
    try {
      worker.waitFor(PATIENCE.toSeconds(), TimeUnit.SECONDS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
    worker.destroyForcibly();
  }

  private Process start(int port, String secret) throws IOException {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    if (NEW_ARCHIVE != null) {
      command.add("-XX:ArchiveClassesAtExit=" + NEW_ARCHIVE);
    } else if (ARCHIVE != null) {
      command.add("-XX:SharedArchiveFile=" + ARCHIVE);
    }
    command.addAll(
        List.of(
            HEAP,
            "-Xms256m",
            "-XX:+UseSerialGC",
            "-XX:TieredStopAtLevel=1",
            "-XX:ReservedCodeCacheSize=240m",
            OPENED,
            "-Dfile.encoding=UTF-8",
            "-Dshelf-twin.command=" + Console.command(),
            "-Xlog:disable",
            "-cp",
            System.getProperty("java.class.path"),
            MAIN));
    command.addAll(arguments);
    command.add("--worker=" + port + ":" + secret);
    List<Integer> known = new ArrayList<>(results.keySet());
    observed.keySet().forEach(mapper -> known.add(WorkerMessage.placeOf(mapper)));
    failures.keySet().forEach(mapper -> known.add(WorkerMessage.placeOf(mapper)));
    if (!known.isEmpty()) {
      command.add("--skip=" + known.stream().map(String::valueOf).collect(Collectors.joining(",")));
    }
    if (alone) {
      command.add("--alone");
    }
    return new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
  }

  /** Copies what the users' code prints to standard error; standard output has only the result. */
  private void copy(Process worker) {
    try {
      worker.getInputStream().transferTo(console.err());
    } catch (IOException closed) {
      // nothing more is printed
    }
  }

  private static @Nullable Socket accept(ServerSocket server, Process worker) throws IOException {
    while (worker.isAlive()) {
      try {
        return server.accept();
      } catch (SocketTimeoutException notYet) {
        // it is still reading the plan
      }
    }
    return null;
  }

  private void read(Socket socket, String secret, Attempt attempt) throws IOException {
    try (socket;
        BufferedReader lines =
            new BufferedReader(
                new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8))) {
      if (secret.equals(lines.readLine())) {
        String line = lines.readLine();
        while (line != null) {
          take(WorkerMessage.of(line), attempt);
          line = attempt.finished == null ? lines.readLine() : null;
        }
      }
    } catch (SocketException reset) {
      // the virtual machine ended; what it said before has been read
    }
  }

  private void take(WorkerMessage message, Attempt attempt) {
    if (message instanceof WorkerMessage.Begun begun) {
      routes = begun.routes();
      plan = begun.plan();
      mappers = begun.mappers();
    } else if (message instanceof WorkerMessage.Sending sending) {
      attempt.sending.put(sending.route(), sending.sample());
    } else if (message instanceof WorkerMessage.Paused paused) {
      attempt.sending.remove(paused.route());
    } else if (message instanceof WorkerMessage.Ended ended) {
      results.put(ended.route(), ended.result().toResult());
    } else if (message instanceof WorkerMessage.Observed one) {
      observed.put(one.mapper(), one.result().toResult());
    } else if (message instanceof WorkerMessage.Compared compared) {
      tables = compared.findings().stream().map(WorkerMessage.FindingData::toFinding).toList();
    } else if (message instanceof WorkerMessage.Advanced advanced) {
      progress.advance(advanced.route(), advanced.done(), advanced.total());
    } else if (message instanceof WorkerMessage.Stuck stuck) {
      attempt.stuck = stuck;
    } else if (message instanceof WorkerMessage.Finished finished) {
      attempt.finished = finished;
    }
  }
}
