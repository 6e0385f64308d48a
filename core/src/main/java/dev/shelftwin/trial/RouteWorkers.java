package dev.shelftwin.trial;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Runs routes on several threads. Results do not depend on the number of threads, because every
 * route draws its own samples. Routes through ends that are not thread-safe run one after the
 * other.
 *
 * @param <T> what one thread uses for all of its routes
 */
final class RouteWorkers<T> {

  private static final int MAX_THREADS = 4;

  private final Supplier<T> newTools;

  RouteWorkers(Supplier<T> newTools) {
    this.newTools = newTools;
  }

  /** The results in the order of the routes. */
  <R> List<R> run(List<Route> routes, BiFunction<Route, T, R> work) {
    Deque<Route> exclusive = new ArrayDeque<>();
    Deque<Route> concurrent = new ArrayDeque<>();
    routes.forEach(route -> (route.isThreadSafe() ? concurrent : exclusive).add(route));
    Map<Route, R> results = new ConcurrentHashMap<>();
    int threads = Math.min(MAX_THREADS, Runtime.getRuntime().availableProcessors());
    ExecutorService executor = Executors.newFixedThreadPool(threads);
    try {
      List<Future<?>> workers = new ArrayList<>();
      for (int index = 0; index < threads; index++) {
        boolean first = index == 0;
        workers.add(
            executor.submit(
                () -> {
                  try {
                    T tools = newTools.get();
                    if (first) {
                      drain(exclusive, tools, work, results);
                    }
                    drain(concurrent, tools, work, results);
                  } catch (RuntimeException | Error failed) {
                    clear(exclusive);
                    clear(concurrent);
                    throw failed;
                  }
                }));
      }
      // The caller closes ends and classes, so no worker may still run when this method fails.
      executor.shutdown();
      executor.awaitTermination(Long.MAX_VALUE, TimeUnit.DAYS);
      for (Future<?> worker : workers) {
        await(worker);
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    } finally {
      executor.shutdownNow();
    }
    return routes.stream().map(route -> Objects.requireNonNull(results.get(route))).toList();
  }

  private static <T, R> void drain(
      Deque<Route> queue, T tools, BiFunction<Route, T, R> work, Map<Route, R> results) {
    while (true) {
      @Nullable Route route;
      synchronized (queue) {
        route = queue.poll();
      }
      if (route == null) {
        return;
      }
      results.put(route, work.apply(route, tools));
    }
  }

  private static void clear(Deque<Route> queue) {
    synchronized (queue) {
      queue.clear();
    }
  }

  private static void await(Future<?> worker) {
    try {
      worker.get();
    } catch (ExecutionException failed) {
      if (failed.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      if (failed.getCause() instanceof Error error) {
        throw error;
      }
      throw new IllegalStateException(failed);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }
}
