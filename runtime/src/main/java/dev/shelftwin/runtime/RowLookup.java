package dev.shelftwin.runtime;

import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Finds the rows that keys refer to. */
public final class RowLookup {

  private RowLookup() {}

  /**
   * Returns a function that finds the row of a key and rejects an unknown key with the code {@link
   * Fault#UNKNOWN_REFERENCE}.
   *
   * @param finder returns null if no row has the key
   */
  public static <K, T> Function<K, T> by(Function<? super K, ? extends @Nullable T> finder) {
    Objects.requireNonNull(finder, "finder");
    return key -> {
      @Nullable T found = finder.apply(key);
      if (found == null) {
        throw new RejectedValue(Fault.UNKNOWN_REFERENCE, "no row has the key " + key);
      }
      return found;
    };
  }
}
