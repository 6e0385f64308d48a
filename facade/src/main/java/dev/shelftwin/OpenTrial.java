package dev.shelftwin;

import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.trial.Route;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.Trial;
import java.util.List;
import java.util.function.Supplier;

/**
 * A trial in the running program, route by route. The users' code is not stopped, whatever it does.
 */
public final class OpenTrial implements AutoCloseable {

  private final Trial trial;
  private final ExistingMapperObserver observer;
  private final ClassLoader loader;
  private final AutoCloseable ends;

  OpenTrial(Trial trial, ExistingMapperObserver observer, ClassLoader loader, AutoCloseable ends) {
    this.trial = trial;
    this.observer = observer;
    this.loader = loader;
    this.ends = ends;
  }

  /** The routes, in the order of the plan. */
  public List<Route> routes() {
    return trial.routes();
  }

  /**
   * Runs one route.
   *
   * @param route one of {@link #routes}
   */
  public RouteResult run(Route route) {
    return within(() -> trial.run(route));
  }

  /**
   * Runs an existing mapper and finds out what it does with every field.
   *
   * @param task one of {@link ShelfTwin#existingMappers}
   */
  public ObservedMapper observe(ExistingMapperObserver.Task task) {
    return within(() -> observer.observe(task, run -> {}));
  }

  /** Libraries find their services through the context class loader. */
  private <T> T within(Supplier<T> work) {
    Thread thread = Thread.currentThread();
    ClassLoader before = thread.getContextClassLoader();
    thread.setContextClassLoader(loader);
    try {
      return work.get();
    } finally {
      thread.setContextClassLoader(before);
    }
  }

  @Override
  public void close() {
    try {
      ends.close();
    } catch (RuntimeException failure) {
      throw failure;
    } catch (Exception impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
