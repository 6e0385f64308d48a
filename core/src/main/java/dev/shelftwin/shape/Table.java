package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * The table of a row, as far as its declaration says.
 *
 * @param name empty if the declaration gives none
 * @param keys columns that are unique together
 */
public record Table(Optional<String> name, List<Key> keys) {

  public Table {
    Objects.requireNonNull(name, "name");
    keys = List.copyOf(keys);
  }

  /**
   * Columns that are unique together.
   *
   * @param name of the constraint; empty if the declaration gives none
   */
  public record Key(String name, List<String> columns) {
    public Key {
      Objects.requireNonNull(name, "name");
      columns = List.copyOf(columns);
    }
  }
}
