package dev.shelftwin.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Parse;
import org.snakeyaml.engine.v2.comments.CommentType;
import org.snakeyaml.engine.v2.events.CommentEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.exceptions.Mark;

/** The comments that people wrote into a plan, by the line that they are about. */
public final class PlanComments {

  private static final String GUESS = "guess:";

  private final Map<Integer, List<String>> byLine = new LinkedHashMap<>();

  private PlanComments() {}

  /**
   * Reads the comments of a plan; those that list guesses are left out.
   *
   * @param text a plan without errors
   */
  public static PlanComments read(String text) {
    PlanComments comments = new PlanComments();
    List<String> pending = new ArrayList<>();
    boolean guess = false;
    int line = 0;
    LoadSettings settings = LoadSettings.builder().setParseComments(true).build();
    for (Event event : new Parse(settings).parseString(text)) {
      int at = event.getStartMark().map(Mark::getLine).orElse(0) + 1;
      if (event instanceof CommentEvent comment) {
        if (comment.getCommentType() == CommentType.BLANK_LINE) {
          guess = false;
          continue;
        }
        String said = comment.getValue().stripTrailing();
        guess = said.strip().startsWith(GUESS) || (guess && said.startsWith("   "));
        if (!guess) {
          boolean inLine = comment.getCommentType() == CommentType.IN_LINE;
          (inLine ? comments.at(line) : pending).add(said.strip());
        }
      } else if (event.getEventId() == Event.ID.Scalar) {
        line = at;
        comments.settle(line, pending);
      }
    }
    comments.settle(Integer.MAX_VALUE - 1, pending);
    return comments;
  }

  private List<String> at(int line) {
    return byLine.computeIfAbsent(line, number -> new ArrayList<>());
  }

  private void settle(int line, List<String> pending) {
    if (!pending.isEmpty()) {
      at(line).addAll(pending);
      pending.clear();
    }
  }

  /**
   * The comments about each part of the plan.
   *
   * @param lines where the parts begin; a comment is about the last part that begins before it
   * @return by the line of the part; 0 for comments above all parts
   */
  public Map<Integer, List<String>> byPart(SortedSet<Integer> lines) {
    Map<Integer, List<String>> parts = new LinkedHashMap<>();
    byLine.forEach(
        (line, comments) -> {
          SortedSet<Integer> before = lines.headSet(line + 1);
          int part = before.isEmpty() ? 0 : before.last();
          parts.computeIfAbsent(part, begun -> new ArrayList<>()).addAll(comments);
        });
    return parts;
  }
}
