package dev.shelftwin.plan;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.PlanWriter.Comments;
import dev.shelftwin.plan.YamlDocument.Entry;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/**
 * The text of a plan that grows: what is there stays as it is, comments and order included, and new
 * lines are put between.
 */
public final class PlanText {

  private final List<String> lines;
  private final String lineEnd;
  private final Map<String, Entry> concepts;
  private final YamlDocument yaml;
  private final PlanWriter writer;

  /** New lines by the line that they come after, counted from 0. */
  private final Map<Integer, StringBuilder> grown = new LinkedHashMap<>();

  private PlanText(String file, String text, Comments comments) {
    this.lines = text.lines().toList();
    this.lineEnd = text.contains("\r\n") ? "\r\n" : "\n";
    this.yaml = new YamlDocument(file, text);
    this.writer = new PlanWriter(comments);
    Map<String, Entry> top = yaml.entries(yaml.root(), "a plan");
    this.concepts =
        Optional.ofNullable(top.get("concepts"))
            .map(entry -> yaml.entries(entry.value(), "'concepts'"))
            .orElse(Map.of());
  }

  /**
   * The text with more in it.
   *
   * @param file what errors call it
   * @param text of a plan without errors
   * @param rows for concepts that are there already, by their names
   * @param added concepts that are not there yet
   * @throws InputException where the text has a form that lines cannot be added to
   */
  public static String extend(
      String file,
      String text,
      Map<String, List<Row>> rows,
      List<Concept> added,
      Comments comments) {
    PlanText plan = new PlanText(file, text, comments);
    rows.forEach(plan::addRows);
    added.forEach(plan::addConcept);
    String extended = plan.extended();
    PlanReader.read(file, extended);
    return extended;
  }

  private void addRows(String concept, List<Row> rows) {
    Node node = Objects.requireNonNull(concepts.get(concept), concept).value();
    @Nullable Entry fields = yaml.entries(node, "a concept").get("fields");
    StringBuilder text = new StringBuilder();
    if (fields == null) {
      int indent = column(node);
      text.append(" ".repeat(indent)).append("fields:\n");
      text.append(writer.text(rows, indent + 2));
      refuseFlow(node, concept);
      after(YamlDocument.lastLine(node), text);
    } else {
      refuseFlow(fields.value(), concept);
      text.append(writer.text(rows, column(fields.value())));
      after(YamlDocument.lastLine(fields.value()), text);
    }
  }

  private void addConcept(Concept concept) {
    int last =
        concepts.values().stream()
            .mapToInt(entry -> YamlDocument.lastLine(entry.value()))
            .max()
            .orElse(0);
    after(last, new StringBuilder("\n").append(writer.text(concept)));
  }

  private void refuseFlow(Node node, String concept) {
    boolean flow =
        (node instanceof SequenceNode list && list.getFlowStyle() == FlowStyle.FLOW)
            || (node instanceof MappingNode map && map.getFlowStyle() == FlowStyle.FLOW);
    if (flow) {
      throw new InputException(
          yaml.place(node),
          "rows of " + concept + " cannot be added within brackets",
          "write its 'fields' one below the other, each beginning with '- '");
    }
  }

  private void after(int line, StringBuilder text) {
    grown.computeIfAbsent(line, key -> new StringBuilder()).append(text);
  }

  private String extended() {
    StringBuilder text = new StringBuilder();
    for (int line = 0; line < lines.size(); line++) {
      text.append(lines.get(line)).append(lineEnd);
      @Nullable StringBuilder more = grown.get(line);
      if (more != null) {
        text.append(more.toString().replace("\n", lineEnd));
      }
    }
    return text.toString();
  }

  private static int column(Node node) {
    return node.getStartMark().map(Mark::getColumn).orElse(0);
  }
}
