package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;

/** Finds rows by their keys. */
interface RowSource {

  /**
   * The row with a key.
   *
   * @throws RejectedSample if no such row can be created
   */
  Object find(Operation.FindRow operation, Object key);
}
