package dev.shelftwin.report;

import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.rule.LayerUser;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a change touches, as text. */
public final class ImpactText {

  private final StringBuilder text = new StringBuilder();
  private final Style style;

  private ImpactText(Style style) {
    this.style = style;
  }

  /** Everything that a field touches. */
  public static String of(FieldImpact impact, Style style) {
    ImpactText text = new ImpactText(style);
    text.line(style.strong(impact.concept() + "." + impact.field()));
    impact.stops().forEach(text::stop);
    text.part("in mappers", impact.mappers().stream().map(ImpactText::line).toList());
    text.part("in existing mappers", impact.existing());
    text.part("in your code", impact.code());
    text.part(
        "in the plan",
        impact.rows().stream()
            .map(
                row ->
                    Stream.concat(Stream.of(row.at().toString()), row.accepts().stream())
                        .collect(Collectors.joining("  accepts ")))
            .toList());
    text.part("samples", impact.samples());
    text.part(
        "findings",
        impact.findings().stream()
            .map(finding -> finding.rule().key() + "  " + finding.message())
            .toList());
    return text.text.toString();
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  private void part(String title, List<String> lines) {
    if (!lines.isEmpty()) {
      line("");
      line(style.strong(title));
      lines.forEach(one -> line("  " + one));
    }
  }

  private void stop(FieldImpact.Stop stop) {
    String name = stop.field().isEmpty() ? stop.shape() : stop.shape() + "." + stop.field();
    String facts = String.join(", ", stop.facts());
    line(
        "  "
            + Stream.of(stop.layer(), name, stop.type(), stop.end(), facts)
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining("  ")));
    if (stop.out().isPresent() && stop.out().equals(stop.in())) {
      line("      ⇄ " + step(stop.out().get()));
    } else {
      stop.out().ifPresent(step -> line("      → " + step(step)));
      stop.in().ifPresent(step -> line("      ← " + step(step)));
    }
    line(style.faint("      " + stop.at()));
  }

  private static String step(Page.Step step) {
    String lossy = step.isLossy() ? ", may lose something" : "";
    return step.account() + (step.details().isEmpty() ? "" : ": " + step.details()) + lossy;
  }

  private static String line(FieldImpact.MapperLine line) {
    String mapper = line.mapper().substring(line.mapper().lastIndexOf('.') + 1);
    return mapper + "." + line.method() + ":" + line.line() + "  " + line.text();
  }

  /** What depends on a layer. */
  public static String of(Layer layer, List<LayerUser> users, Style style) {
    ImpactText text = new ImpactText(style);
    text.line(style.strong("What depends on the layer " + layer.name()));
    List<LayerUser> mappers = users.stream().filter(LayerUser::isMapper).toList();
    List<LayerUser> others = users.stream().filter(user -> !user.isMapper()).toList();
    text.part("mappers", mappers.stream().map(ImpactText::user).toList());
    text.part("others", others.stream().map(ImpactText::user).toList());
    text.line("");
    text.line(
        others.isEmpty()
            ? style.good("its mappers and nothing else")
            : style.doubtful(
                others.size() + (others.size() == 1 ? " class" : " classes") + " besides mappers"));
    return text.text.toString();
  }

  private static String user(LayerUser user) {
    String uses =
        user.uses().stream()
            .map(name -> name.substring(name.lastIndexOf('.') + 1))
            .collect(Collectors.joining(", "));
    return user.type().qualifiedName() + "  uses " + uses + "  " + user.place();
  }

  /** What changed between two states of the code. */
  public static String of(List<ShapeChange> changes, Style style) {
    if (changes.isEmpty()) {
      return "no type of a concept has changed\n";
    }
    ImpactText text = new ImpactText(style);
    String concept = "";
    for (ShapeChange change : changes) {
      if (!change.concept().equals(concept)) {
        concept = change.concept();
        text.line(style.strong(concept));
      }
      text.line("  " + change(change, style));
    }
    return text.text.toString();
  }

  private static String change(ShapeChange change, Style style) {
    boolean isRisky =
        change.kind() == ShapeChange.Kind.EXPOSED || change.kind() == ShapeChange.Kind.REMOVED;
    String kind = String.format("%-9s", change.kind().key());
    String field = change.field().isEmpty() ? "" : "." + change.field();
    String what =
        change.before().isEmpty()
            ? change.after()
            : change.after().isEmpty() ? change.before() : change.before() + " → " + change.after();
    return (isRisky ? style.doubtful(kind) : kind)
        + "  "
        + change.layer()
        + "  "
        + change.shape()
        + field
        + (what.isEmpty() ? "" : "  " + what)
        + style.faint("  " + change.at());
  }
}
