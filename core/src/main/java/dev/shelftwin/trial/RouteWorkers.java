package dev.shelftwin.trial;

import java.util.ArrayList;
import java.util.List;
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
 * route draws its own samples.
 *
 * @param <T> what one thread uses for all of its routes
 */
final class RouteWorkers<T> {

  private final int threads;
  private final Supplier<T> newTools;

  RouteWorkers(int threads, Supplier<T> newTools) {
    this.threads = threads;
    this.newTools = newTools;
  }

  /**
   * The results in the order of the routes. Of several failures the first one in this order is
   * thrown. No worker runs any more when this method ends.
   */
  <K, R> List<R> run(List<K> routes, BiFunction<K, T, R> work) {
    ExecutorService executor = Executors.newFixedThreadPool(threads);
    try {
      ThreadLocal<T> tools = ThreadLocal.withInitial(newTools);
      List<Future<R>> running = new ArrayList<>();
      for (K route : routes) {
        running.add(executor.submit(() -> work.apply(route, tools.get())));
      }
      List<R> results = new ArrayList<>();
      for (Future<R> one : running) {
        results.add(one.get());
      }
      return results;
    } catch (ExecutionException failed) {
      throw unchecked(failed.getCause());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    } finally {
      end(executor);
    }
  }

  private static void end(ExecutorService executor) {
    executor.shutdownNow();
    boolean interrupted = false;
    while (!executor.isTerminated()) {
      try {
        executor.awaitTermination(1, TimeUnit.DAYS);
      } catch (InterruptedException again) {
        interrupted = true;
      }
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
  }

  private static RuntimeException unchecked(@Nullable Throwable thrown) {
    if (thrown instanceof Error error) {
      throw error;
    }
    return thrown instanceof RuntimeException failed ? failed : new IllegalStateException(thrown);
  }
}
