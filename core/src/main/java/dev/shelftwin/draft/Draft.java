package dev.shelftwin.draft;

import java.util.List;
import java.util.Objects;

/**
 * A proposed plan.
 *
 * @param text the whole plan; the text of an existing plan is unchanged in it
 * @param concepts the names of the added concepts, in order
 * @param rows the number of added rows
 * @param guesses the number of guesses, which comments list by kind
 * @param observed the number of facts that existing mappers were observed to show
 * @param mappers the number of methods that map the types of the added concepts already
 * @param questions the number of reasons that only a person can give
 * @param unpaired types that look like data but belong to no concept
 */
public record Draft(
    String text,
    List<String> concepts,
    int rows,
    int guesses,
    int observed,
    int mappers,
    int questions,
    List<String> unpaired) {

  public Draft {
    Objects.requireNonNull(text, "text");
    concepts = List.copyOf(concepts);
    unpaired = List.copyOf(unpaired);
  }
}
