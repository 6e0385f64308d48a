package dev.shelftwin.store;

import java.util.logging.Level;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the provider's log silent until all of these are closed; its errors are reported anyway.
 */
final class ProviderLog implements AutoCloseable {

  /** A field, because the logging framework drops the level of loggers without a reference. */
  private static final Logger PROVIDER = Logger.getLogger("org.hibernate");

  private static int open;
  private static @Nullable Level levelBefore;

  private ProviderLog() {}

  /** Makes it silent. */
  static ProviderLog silent() {
    synchronized (PROVIDER) {
      if (open++ == 0) {
        levelBefore = PROVIDER.getLevel();
        PROVIDER.setLevel(Level.SEVERE);
      }
    }
    return new ProviderLog();
  }

  @Override
  public void close() {
    synchronized (PROVIDER) {
      if (--open == 0) {
        PROVIDER.setLevel(levelBefore);
      }
    }
  }
}
