package dev.shelftwin.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Work that several threads share. */
class RouteWorkersTest {

  @Test
  void resultsAreInOrderAndEveryThreadHasItsOwnTools() {
    AtomicInteger made = new AtomicInteger();
    Set<Integer> used = ConcurrentHashMap.newKeySet();
    CountDownLatch all = new CountDownLatch(3);
    List<Integer> results =
        new RouteWorkers<>(3, made::incrementAndGet)
            .run(
                IntStream.range(0, 30).boxed().toList(),
                (number, tools) -> {
                  if (used.add(tools)) {
                    all.countDown();
                    awaited(all);
                  }
                  return number * 2;
                });
    assertThat(results).isEqualTo(IntStream.range(0, 30).mapToObj(number -> number * 2).toList());
    assertThat(used).containsExactlyInAnyOrder(1, 2, 3);
  }

  @Test
  void theFirstFailureIsThrownWhenNothingRunsAnyMore() {
    CountDownLatch begun = new CountDownLatch(1);
    AtomicBoolean running = new AtomicBoolean();
    assertThatThrownBy(
            () ->
                new RouteWorkers<>(2, () -> "tools")
                    .run(
                        List.of("fails", "runs on", "fails later"),
                        (route, tools) -> {
                          if (route.equals("runs on")) {
                            running.set(true);
                            begun.countDown();
                            busy(40);
                            running.set(false);
                          } else {
                            awaited(begun);
                            throw new IllegalArgumentException(route);
                          }
                          return route;
                        }))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessage("fails");
    assertThat(running).isFalse();
  }

  @Test
  void anErrorIsThrownAsItIs() {
    assertThatThrownBy(
            () ->
                new RouteWorkers<>(2, () -> "tools")
                    .run(
                        List.of("route"),
                        (route, tools) -> {
                          throw new StackOverflowError();
                        }))
        .isInstanceOf(StackOverflowError.class);
  }

  private static void awaited(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException stopped) {
      throw new IllegalStateException(stopped);
    }
  }

  /** Code that does not react to interruption. */
  private static void busy(int milliseconds) {
    long end = System.nanoTime() + milliseconds * 1_000_000L;
    while (System.nanoTime() < end) {
      Thread.onSpinWait();
    }
  }
}
