package dev.shelftwin.draft;

import java.util.List;
import java.util.Objects;

/**
 * A plan that was proposed.
 *
 * @param text the whole plan; what an existing one said is in it unchanged
 * @param concepts the names of those that were added, in order
 * @param rows how many were added
 * @param guesses how many remarks in it begin with {@code guess:}
 * @param questions how many reasons are left to a person
 * @param alone types that look like data and were paired with nothing
 */
public record Draft(
    String text, List<String> concepts, int rows, int guesses, int questions, List<String> alone) {

  public Draft {
    Objects.requireNonNull(text, "text");
    concepts = List.copyOf(concepts);
    alone = List.copyOf(alone);
  }
}
