package coop.kiln.model;

import java.util.List;

/**
 * A part of a long list.
 *
 * @param items on this page, in order
 * @param number of the page; the first is 1
 * @param total how many items there are on all pages
 * @param <T> what is listed
 */
public record Page<T>(List<T> items, int number, long total) {

  public Page {
    items = List.copyOf(items);
    if (number < 1) {
      throw new IllegalArgumentException("page " + number + " does not exist");
    }
    if (total < items.size()) {
      throw new IllegalArgumentException("there are more items on the page than in all");
    }
  }
}
