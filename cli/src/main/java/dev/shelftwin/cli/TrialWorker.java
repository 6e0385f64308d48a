package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.trial.Route;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialProgress;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Runs in the virtual machine that runs the users' code, and tells the other one how far the trial
 * has come. A sample that takes too long ends the virtual machine, because no thread can be stopped
 * from outside.
 */
final class TrialWorker implements TrialProgress, ShelfTwin.MapperProgress {

  private static final Duration INTERVAL = Duration.ofMillis(100);

  /** How long the end of this virtual machine may take. */
  private static final Duration PATIENCE = Duration.ofSeconds(4);

  private final String plan;
  private final IdentityHashMap<ExistingMapperObserver.Task, Integer> numbers =
      new IdentityHashMap<>();
  private final PrintStream messages;
  private final Duration limit;
  private final Duration opening;
  private final Map<Thread, UnderWay> underWay = new HashMap<>();

  /**
   * Connects to the virtual machine that reports.
   *
   * @param port where it listens on this machine
   * @param secret what it knows this one by
   * @param plan the name of the plan
   * @param mappers the existing mappers that are observed after the trial
   * @param limit how long one sample may take
   * @param opening how much longer the first sample of a thread may take, which opens the ends
   */
  TrialWorker(
      int port,
      String secret,
      String plan,
      List<ExistingMapperObserver.Task> mappers,
      Duration limit,
      Duration opening) {
    this.plan = plan;
    mappers.forEach(mapper -> numbers.put(mapper, numbers.size()));
    this.limit = limit;
    this.opening = opening;
    try {
      Socket socket = new Socket(InetAddress.getLoopbackAddress(), port);
      messages =
          new PrintStream(
              new BufferedOutputStream(socket.getOutputStream()), false, StandardCharsets.UTF_8);
      messages.println(secret);
      messages.flush();
      daemon("end", () -> endWith(socket));
    } catch (IOException unreachable) {
      throw new UncheckedIOException(unreachable);
    }
    daemon("time limit", this::watch);
  }

  /** A sample that a thread has sent and that has not come back. */
  private record UnderWay(int route, int sample, long since, boolean first) {}

  private static void daemon(String name, Runnable work) {
    Thread thread = new Thread(work, "shelf-twin " + name);
    thread.setDaemon(true);
    thread.start();
  }

  /** Nobody is interested in the trial any more once the other virtual machine has ended. */
  private static void endWith(Socket socket) {
    try {
      while (socket.getInputStream().read() >= 0) {
        // it never writes
      }
    } catch (IOException closed) {
      // it has ended
    }
    end();
  }

  /** Ends this virtual machine; what is in a database is removed, if that does not take long. */
  private static void end() {
    daemon("exit", () -> System.exit(ExitCode.OWN_ERROR));
    try {
      Thread.sleep(PATIENCE.toMillis());
    } catch (InterruptedException interrupted) {
      // then at once
    }
    Runtime.getRuntime().halt(ExitCode.OWN_ERROR);
  }

  private void watch() {
    while (true) {
      try {
        Thread.sleep(INTERVAL.toMillis());
      } catch (InterruptedException interrupted) {
        return;
      }
      synchronized (this) {
        long now = System.nanoTime();
        underWay.forEach(
            (thread, sent) -> {
              Duration allowed = sent.first() ? limit.plus(opening) : limit;
              if (now - sent.since() > allowed.toNanos()) {
                tell(new WorkerMessage.Stuck(sent.route(), sent.sample(), place(thread)));
                end();
              }
            });
      }
    }
  }

  /** The method of the users' code that a thread is running. */
  private static String place(Thread thread) {
    List<StackTraceElement> frames = Arrays.asList(thread.getStackTrace());
    return frames.stream()
        .filter(frame -> !frame.getClassName().matches("(java|jdk|sun|javax|dev\\.shelftwin)\\..*"))
        .findFirst()
        .or(() -> frames.stream().findFirst())
        .map(StackTraceElement::toString)
        .orElse("no method");
  }

  private synchronized void tell(WorkerMessage message) {
    messages.println(message.line());
    messages.flush();
  }

  /** Waits for the next message, which comes with the next sample or the route's end. */
  @Override
  public synchronized void advance(String route, int done, int total) {
    messages.println(new WorkerMessage.Advanced(route, done, total).line());
  }

  @Override
  public void begins(List<Route> routes) {
    tell(
        new WorkerMessage.Begun(
            plan,
            routes.stream()
                .map(route -> new WorkerMessage.RouteName(route.conceptName(), route.stops()))
                .toList(),
            numbers.size()));
  }

  @Override
  public synchronized void sends(int route, int sample) {
    UnderWay before = underWay.get(Thread.currentThread());
    boolean first = before == null || (before.first() && before.sample() == sample);
    underWay.put(Thread.currentThread(), new UnderWay(route, sample, System.nanoTime(), first));
    if (before == null || before.route() != route || before.sample() != sample) {
      tell(new WorkerMessage.Sending(route, sample));
    }
  }

  @Override
  public synchronized void pauses(int route) {
    underWay.computeIfPresent(
        Thread.currentThread(),
        (thread, sent) -> new UnderWay(route, -1, Long.MAX_VALUE, sent.first()));
    tell(new WorkerMessage.Paused(route));
  }

  @Override
  public void ends(int route, RouteResult result) {
    tell(new WorkerMessage.Ended(route, WorkerMessage.Result.of(result)));
  }

  /** Only the first run is told, as a mapper runs much more often than samples are sent. */
  @Override
  public synchronized void runs(ExistingMapperObserver.Task task, int run) {
    int place = WorkerMessage.placeOf(numberOf(task));
    if (run == 0) {
      sends(place, run);
    } else {
      long since = run == ExistingMapperObserver.NO_RUN ? Long.MAX_VALUE : System.nanoTime();
      underWay.put(Thread.currentThread(), new UnderWay(place, run, since, false));
    }
  }

  @Override
  public void ends(ExistingMapperObserver.Task task, ObservedMapper result) {
    int mapper = numberOf(task);
    pauses(WorkerMessage.placeOf(mapper));
    tell(new WorkerMessage.Observed(mapper, WorkerMessage.MapperData.of(result)));
  }

  /** Tells what is not the same in an existing schema and in the rows. */
  void compared(List<Finding> findings) {
    tell(new WorkerMessage.Compared(findings.stream().map(WorkerMessage.FindingData::of).toList()));
  }

  private int numberOf(ExistingMapperObserver.Task task) {
    return Objects.requireNonNull(numbers.get(task));
  }

  /** Says that the trial ends with an error of our own, which is no fault of a route. */
  void fail() {
    tell(new WorkerMessage.Finished(ExitCode.OWN_ERROR));
  }

  /**
   * Ends this virtual machine, whatever threads the users' code has started.
   *
   * @param exitCode not {@link ExitCode#DONE} if the trial could not be run
   */
  void finish(int exitCode) {
    tell(new WorkerMessage.Finished(exitCode));
    Runtime.getRuntime().halt(exitCode);
  }
}
