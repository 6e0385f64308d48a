package dev.shelftwin.report;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.rule.LayerUse;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;

/**
 * The layers and which depends on which, as a drawing: the store on the left, the domain in the
 * middle, the outside on the right.
 *
 * @param boxes the layers
 * @param arrows from the depending layer to the other
 * @param width in pixels
 * @param height in pixels
 */
public record LayerGraph(List<Box> boxes, List<Arrow> arrows, int width, int height) {

  private static final int BOX_WIDTH = 190;
  private static final int BOX_HEIGHT = 54;
  private static final int COLUMN = 310;
  private static final int ROW = 96;
  private static final int MARGIN = 44;

  public LayerGraph {
    boxes = List.copyOf(boxes);
    arrows = List.copyOf(arrows);
  }

  /** A layer; its upper left corner. */
  public record Box(String name, String packages, int x, int y) {

    public int width() {
      return BOX_WIDTH;
    }

    public int height() {
      return BOX_HEIGHT;
    }

    int middle() {
      return y + BOX_HEIGHT / 2;
    }
  }

  /**
   * A dependency.
   *
   * @param text what it says, as a sentence
   * @param label how many classes depend
   * @param path of the line (SVG 2, §9.3)
   * @param x where the label is
   * @param y where the label is
   */
  public record Arrow(String text, String label, String path, int x, int y) {}

  static LayerGraph of(List<Layer> layers, List<LayerUse> uses) {
    Map<Role, Integer> used = new EnumMap<>(Role.class);
    Map<String, Box> boxes = new HashMap<>();
    List<Box> ordered = new ArrayList<>();
    for (Layer layer : layers) {
      int row = used.merge(layer.role(), 1, Integer::sum) - 1;
      Box box =
          new Box(
              layer.name(),
              layer.packages().toString(),
              MARGIN + column(layer.role()) * COLUMN,
              MARGIN + row * ROW);
      boxes.put(layer.name(), box);
      ordered.add(box);
    }
    int rows = used.values().stream().mapToInt(count -> count).max().orElse(0);
    return new LayerGraph(
        ordered,
        uses.stream()
            .map(
                use ->
                    arrow(
                        use,
                        Objects.requireNonNull(boxes.get(use.from())),
                        Objects.requireNonNull(boxes.get(use.to()))))
            .toList(),
        2 * MARGIN + 2 * COLUMN + BOX_WIDTH,
        2 * MARGIN + Math.max(1, rows) * ROW - (ROW - BOX_HEIGHT));
  }

  private static int column(Role role) {
    return switch (role) {
      case PERSISTENCE -> 0;
      case DOMAIN -> 1;
      case TRANSFER -> 2;
    };
  }

  /** Within a column, and over a column in between, the line is an arc. */
  private static Arrow arrow(LayerUse use, Box from, Box to) {
    String text =
        "%s depends on %s: %s"
            .formatted(use.from(), use.to(), FindingText.counted(use.classes(), "class"));
    String label = String.valueOf(use.classes());
    int start = from.x() < to.x() ? from.x() + BOX_WIDTH : from.x();
    int end = from.x() < to.x() ? to.x() : to.x() + BOX_WIDTH;
    if (from.x() == to.x()) {
      int side = from.x() + BOX_WIDTH;
      int middle = (from.middle() + to.middle()) / 2;
      return new Arrow(
          text,
          label,
          path(side, from.middle(), side + 70, middle, side, to.middle()),
          side + 44,
          middle);
    }
    int middle = (start + end) / 2;
    boolean isFar = Math.abs(from.x() - to.x()) > COLUMN;
    int bend = isFar ? -MARGIN / 3 : (from.middle() + to.middle()) / 2;
    int height = isFar ? (from.middle() + to.middle() + 2 * bend) / 4 : bend;
    return new Arrow(
        text,
        label,
        path(start, from.middle(), middle, bend, end, to.middle()),
        middle,
        height - 6);
  }

  private static String path(int x, int y, int overX, int overY, int toX, int toY) {
    return String.format(Locale.ROOT, "M%d %d Q%d %d %d %d", x, y, overX, overY, toX, toY);
  }
}
