package dev.shelftwin.report;

import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.rule.LayerUser;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What a change touches, as JSON. */
public final class ImpactJson {

  private ImpactJson() {}

  /** Everything that a field touches. */
  public static String of(String plan, FieldImpact impact) {
    return JsonReport.write(
        JsonReport.object(
            "plan", plan,
            "concept", impact.concept(),
            "field", impact.field(),
            "shapes", impact.stops().stream().map(ImpactJson::stop).toList(),
            "mappers", impact.mappers().stream().map(ImpactJson::line).toList(),
            "existing-mappers", impact.existing(),
            "code", impact.code(),
            "rows", impact.rows().stream().map(ImpactJson::row).toList(),
            "samples", impact.samples(),
            "findings", impact.findings().stream().map(JsonReport::finding).toList()));
  }

  private static Map<String, @Nullable Object> stop(FieldImpact.Stop stop) {
    return JsonReport.object(
        "layer", stop.layer(),
        "shape", stop.shape(),
        "field", stop.field().isEmpty() ? null : stop.field(),
        "type", stop.type().isEmpty() ? null : stop.type(),
        "end", stop.end().isEmpty() ? null : stop.end(),
        "facts", stop.facts(),
        "out", step(stop.out()),
        "in", step(stop.in()),
        "at", JsonReport.place(stop.at()));
  }

  private static @Nullable Object step(Optional<Page.Step> step) {
    return step.map(
            one ->
                JsonReport.object(
                    "account", one.account(),
                    "details", one.details().isEmpty() ? null : one.details(),
                    "lossy", one.isLossy()))
        .orElse(null);
  }

  private static Map<String, @Nullable Object> line(FieldImpact.MapperLine line) {
    return JsonReport.object(
        "mapper", line.mapper(),
        "method", line.method(),
        "line", line.line(),
        "text", line.text());
  }

  private static Map<String, @Nullable Object> row(FieldImpact.PlanRow row) {
    return JsonReport.object("at", JsonReport.place(row.at()), "accepts", row.accepts());
  }

  /** What depends on a layer. */
  public static String of(String plan, Layer layer, List<LayerUser> users) {
    return JsonReport.write(
        JsonReport.object(
            "plan", plan,
            "layer", layer.name(),
            "users",
                users.stream()
                    .map(
                        user ->
                            JsonReport.object(
                                "class", user.type().qualifiedName(),
                                "mapper", user.isMapper(),
                                "uses", user.uses(),
                                "at", JsonReport.place(user.place())))
                    .toList()));
  }

  /** What a change of a field would do. */
  public static String of(String plan, ChangePreview preview) {
    return JsonReport.write(
        JsonReport.object(
            "plan", plan,
            "breaks", preview.breaks(),
            "files", preview.sources().files().keySet().stream().map(Path::toString).toList(),
            "mappers", preview.mappers(),
            "unwritten", preview.unwritten(),
            "broken", preview.broken().stream().map(JsonReport::finding).toList(),
            "uncompiled", preview.uncompiled(),
            "solved", preview.solved().stream().map(JsonReport::finding).toList(),
            "by-hand", preview.sources().byHand()));
  }

  /** What changed between two states of the code. */
  public static String of(String plan, List<ShapeChange> changes) {
    return JsonReport.write(
        JsonReport.object(
            "plan", plan, "changes", changes.stream().map(ImpactJson::change).toList()));
  }

  private static Map<String, @Nullable Object> change(ShapeChange change) {
    return JsonReport.object(
        "concept", change.concept(),
        "layer", change.layer(),
        "shape", change.shape(),
        "field", change.field().isEmpty() ? null : change.field(),
        "kind", change.kind().key(),
        "before", change.before().isEmpty() ? null : change.before(),
        "after", change.after().isEmpty() ? null : change.after(),
        "at", JsonReport.place(change.at()));
  }
}
