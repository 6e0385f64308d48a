package dev.shelftwin.trial;

import java.lang.reflect.InvocationTargetException;
import org.jspecify.annotations.Nullable;

/** A method of a mapper. */
@FunctionalInterface
interface MapperMethod {

  /**
   * Calls it.
   *
   * @throws InvocationTargetException with what it throws
   */
  @Nullable Object call(@Nullable Object... arguments) throws InvocationTargetException;
}
