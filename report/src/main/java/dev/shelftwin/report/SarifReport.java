package dev.shelftwin.report;

import dev.shelftwin.finding.Baseline;
import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.PlanEdit;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Place;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Findings in the format of static analysis results (SARIF 2.1.0, OASIS standard). */
public final class SarifReport {

  private static final String SCHEMA =
      "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json";

  /** The folder that file names are relative to (§3.14.14). */
  private static final String ROOT = "SRCROOT";

  /** Our kind of fingerprint; a new way to compute it gets a new number (§3.27.17). */
  private static final String FINGERPRINT = "shelfTwinFinding/v1";

  private final Plan plan;
  private final Path root;
  private final List<RuleId> rules;
  private final Map<Baseline.Known, Integer> counts = new HashMap<>();

  private SarifReport(Plan plan, Path root, List<Finding> findings) {
    this.plan = plan;
    this.root = root.toAbsolutePath().normalize();
    this.rules = findings.stream().map(Finding::rule).distinct().sorted().toList();
  }

  /**
   * Findings as a document.
   *
   * @param root the folder that file names are relative to, as far as they are in it
   * @param version the version of Shelf Twin
   */
  public static String of(Plan plan, List<Finding> findings, Path root, String version) {
    SarifReport report = new SarifReport(plan, root, findings);
    return JsonReport.write(
        JsonReport.object(
            "$schema", SCHEMA, "version", "2.1.0", "runs", List.of(report.run(findings, version))));
  }

  private Map<String, @Nullable Object> run(List<Finding> findings, String version) {
    return JsonReport.object(
        "tool",
        JsonReport.object(
            "driver",
            JsonReport.object(
                "name",
                "Shelf Twin",
                "version",
                version,
                "rules",
                rules.stream().map(SarifReport::rule).toList())),
        "columnKind",
        "utf16CodeUnits",
        "originalUriBaseIds",
        JsonReport.object(ROOT, JsonReport.object("uri", uri(root) + "/")),
        "results",
        findings.stream().map(this::result).toList());
  }

  private static Map<String, @Nullable Object> rule(RuleId rule) {
    return JsonReport.object(
        "id", rule.key(),
        "shortDescription", text(rule.summary()),
        "help", JsonReport.object("text", RulesPage.of(rule), "markdown", RulesPage.of(rule)),
        "defaultConfiguration", JsonReport.object("level", rule.severity().key()));
  }

  private Map<String, @Nullable Object> result(Finding finding) {
    Map<String, @Nullable Object> result =
        JsonReport.object(
            "ruleId", finding.rule().key(),
            "ruleIndex", rules.indexOf(finding.rule()),
            "level", finding.severity().key(),
            "message", text(message(finding)),
            "locations", List.of(location(finding)),
            "partialFingerprints", JsonReport.object(FINGERPRINT, fingerprint(finding)));
    List<Map<String, @Nullable Object>> fixes =
        finding.remedies().stream().flatMap(remedy -> fix(remedy).stream()).toList();
    if (!fixes.isEmpty()) {
      result.put("fixes", fixes);
    }
    return result;
  }

  private static String message(Finding finding) {
    return Stream.concat(
            Stream.of(finding.message()),
            finding.remedies().stream()
                .map(
                    remedy ->
                        "- " + remedy.advice() + remedy.row().map(row -> ": " + row).orElse("")))
        .collect(Collectors.joining("\n"));
  }

  private Map<String, @Nullable Object> location(Finding finding) {
    Map<String, @Nullable Object> location =
        JsonReport.object("physicalLocation", physical(place(finding)));
    String name =
        finding.concept()
            + finding.field().map(FieldId::toString).map(field -> "/" + field).orElse("");
    location.put("logicalLocations", List.of(JsonReport.object("fullyQualifiedName", name)));
    return location;
  }

  /** A place with a line: that of the finding, else that of its concept in the plan. */
  private Place place(Finding finding) {
    return finding.at().line() > 0
        ? finding.at()
        : plan.concept(finding.concept()).map(Concept::at).orElse(plan.at());
  }

  private Map<String, @Nullable Object> physical(Place place) {
    Map<String, @Nullable Object> physical =
        JsonReport.object("artifactLocation", artifact(place.file()));
    if (place.line() > 0) {
      physical.put(
          "region",
          JsonReport.object("startLine", place.line(), "startColumn", Math.max(1, place.column())));
    }
    return physical;
  }

  private Map<String, @Nullable Object> artifact(String file) {
    Path path = Path.of(file).toAbsolutePath().normalize();
    return path.startsWith(root)
        ? JsonReport.object("uri", relative(root.relativize(path)), "uriBaseId", ROOT)
        : JsonReport.object("uri", uri(path));
  }

  private static String relative(Path path) {
    List<String> names = new ArrayList<>();
    path.forEach(name -> names.add(Path.of("/").resolve(name).toUri().getRawPath().substring(1)));
    return String.join("/", names);
  }

  private static String uri(Path path) {
    String uri = path.toUri().toString();
    return uri.endsWith("/") ? uri.substring(0, uri.length() - 1) : uri;
  }

  /** The change of the plan that a remedy proposes (§3.55); none if it proposes none. */
  private Optional<Map<String, @Nullable Object>> fix(Remedy remedy) {
    return remedy.edit().map(edit -> fix(remedy.advice(), edit));
  }

  private Map<String, @Nullable Object> fix(String advice, PlanEdit edit) {
    Map<String, @Nullable Object> replacement =
        JsonReport.object(
            "deletedRegion",
            JsonReport.object(
                "startLine", edit.line(),
                "startColumn", edit.column(),
                "endLine", edit.line(),
                "endColumn", edit.column()),
            "insertedContent",
            text(edit.text()));
    return JsonReport.object(
        "description",
        text(advice),
        "artifactChanges",
        List.of(
            JsonReport.object(
                "artifactLocation", artifact(edit.file()), "replacements", List.of(replacement))));
  }

  private static Map<String, @Nullable Object> text(String text) {
    return JsonReport.object("text", text);
  }

  /** The same for a finding in every run, wherever its lines move. */
  private String fingerprint(Finding finding) {
    Baseline.Known known = Baseline.Known.of(finding);
    int number = counts.merge(known, 1, Integer::sum);
    String identity =
        String.join(
            "\0",
            known.rule(),
            known.concept(),
            known.hop().orElse(""),
            known.field().orElse(""),
            known.message(),
            String.valueOf(number));
    try {
      byte[] hash =
          MessageDigest.getInstance("SHA-256").digest(identity.getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(hash, 0, 16);
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every Java has SHA-256", missing);
    }
  }
}
