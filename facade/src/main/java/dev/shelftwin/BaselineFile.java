package dev.shelftwin;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.shelftwin.finding.Baseline;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** The baseline of a plan, as a JSON file (RFC 8259) beside it. */
public final class BaselineFile {

  private static final int VERSION = 1;
  private static final ObjectMapper MAPPER =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private BaselineFile() {}

  /** The file of the baseline of a plan: {@code shelf-twin.baseline.json} for the default plan. */
  public static Path of(Path plan) {
    String name = String.valueOf(plan.getFileName()).replaceFirst("\\.ya?ml$", "");
    return plan.resolveSibling(name + ".baseline.json");
  }

  /**
   * Writes a baseline over the one that is there.
   *
   * @throws InputException if it cannot be written
   */
  public static void save(Path file, Baseline baseline) {
    ObjectNode document = MAPPER.createObjectNode().put("shelf-twin-baseline", VERSION);
    ArrayNode findings = document.putArray("findings");
    baseline
        .known()
        .forEach(
            (known, count) -> {
              ObjectNode finding = findings.addObject();
              finding.put("rule", known.rule()).put("concept", known.concept());
              known.hop().ifPresent(hop -> finding.put("hop", hop));
              known.field().ifPresent(field -> finding.put("field", field));
              if (!known.message().isEmpty()) {
                finding.put("message", known.message());
              }
              if (count > 1) {
                finding.put("count", count);
              }
            });
    try {
      String text = MAPPER.writeValueAsString(document) + "\n";
      WholeFiles.write(Map.of(file, text), "the baseline", "keep the plan elsewhere");
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /**
   * Reads a baseline.
   *
   * @throws InputException if it does not exist or is not a baseline
   */
  public static Baseline read(Path file) {
    if (!Files.exists(file)) {
      throw new InputException(
          Place.in(file.toString()),
          "there is no baseline yet",
          "keep today's findings with 'check --save-baseline'");
    }
    try {
      JsonNode document = MAPPER.readTree(file.toFile());
      if (document.path("shelf-twin-baseline").asInt() != VERSION) {
        throw unusable(Place.in(file.toString()), "this is no baseline of this version");
      }
      Map<Baseline.Known, Integer> known = new LinkedHashMap<>();
      document
          .path("findings")
          .forEach(finding -> known.merge(known(finding), count(finding), Integer::sum));
      return new Baseline(known);
    } catch (JsonProcessingException broken) {
      JsonLocation at = broken.getLocation();
      throw unusable(
          new Place(file.toString(), at.getLineNr(), at.getColumnNr(), ""),
          "this is no JSON: " + broken.getOriginalMessage());
    } catch (IOException unreadable) {
      throw unusable(Place.in(file.toString()), "the baseline cannot be read");
    }
  }

  private static Baseline.Known known(JsonNode finding) {
    return new Baseline.Known(
        finding.path("rule").asText(),
        finding.path("concept").asText(),
        text(finding.path("hop")),
        text(finding.path("field")),
        finding.path("message").asText());
  }

  private static int count(JsonNode finding) {
    return finding.path("count").asInt(1);
  }

  private static Optional<String> text(JsonNode node) {
    return node.isTextual() ? Optional.of(node.asText()) : Optional.empty();
  }

  private static InputException unusable(Place at, String message) {
    return new InputException(at, message, "save it again with 'check --save-baseline'");
  }
}
