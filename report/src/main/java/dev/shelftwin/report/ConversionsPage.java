package dev.shelftwin.report;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.ConversionDescription;
import dev.shelftwin.convert.Loss;
import java.util.stream.Collectors;

/** The catalogue of conversions as a page in Markdown. */
public final class ConversionsPage {

  private static final String HEAD =
      """
      # Conversions

      What Shelf Twin converts without a word in the plan. The first row that fits is taken; whether a
      value is boxed, or in an `Optional`, makes no difference. What may lose something is the finding
      `lossy-conversion`, to be accepted in the plan with a reason. What does not fit is never cut: it is
      a fault. This page is written from the catalogue itself.

      | from | to | how | may lose | refuses some |
      |---|---|---|---|---|
      """;

  private ConversionsPage() {}

  /** The page. */
  public static String text() {
    return Catalogue.descriptions().stream()
        .map(ConversionsPage::row)
        .collect(Collectors.joining("", HEAD, ""));
  }

  private static String row(ConversionDescription description) {
    String losses =
        description.losses().stream().map(Loss::key).sorted().collect(Collectors.joining(", "));
    String how = description.how();
    boolean code = how.contains("(value") || how.contains("value.") || how.contains(") value");
    return "| %s | %s | %s | %s | %s |\n"
        .formatted(
            description.from(),
            description.to(),
            code ? "`" + how + "`" : how,
            losses,
            description.mayReject() ? "yes" : "")
        .replace("|  |", "| |");
  }
}
