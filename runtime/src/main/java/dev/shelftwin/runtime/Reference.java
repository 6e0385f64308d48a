package dev.shelftwin.runtime;

import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Finds what a key refers to. */
public final class Reference {

  private Reference() {}

  /**
   * What the finder finds.
   *
   * @param finder gives null where nothing has the key
   * @return a function that refuses such a key with the code {@link Fault#UNKNOWN_REFERENCE}
   */
  public static <K, T> Function<K, T> by(Function<? super K, ? extends @Nullable T> finder) {
    Objects.requireNonNull(finder, "finder");
    return key -> {
      @Nullable T found = finder.apply(key);
      if (found == null) {
        throw new Refusal(Fault.UNKNOWN_REFERENCE, "nothing has the key " + key);
      }
      return found;
    };
  }
}
