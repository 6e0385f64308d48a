package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.YamlDocument.Entry;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.nodes.MappingNode;

/** Reads accepted findings, each with the reason and perhaps the last day. */
final class AcceptReader {

  private final YamlDocument yaml;

  AcceptReader(YamlDocument yaml) {
    this.yaml = yaml;
  }

  Map<RuleId, Acceptance> read(Entry accept) {
    Map<RuleId, Acceptance> accepted = new LinkedHashMap<>();
    List<String> known =
        Arrays.stream(RuleId.values()).filter(RuleId::isOfFields).map(RuleId::key).toList();
    for (Entry part : yaml.entries(accept.value(), "'accept'").values()) {
      Optional<RuleId> rule = RuleId.of(part.key().value()).filter(RuleId::isOfFields);
      if (rule.isEmpty()) {
        yaml.unknown(part.key(), known, "'accept'");
      }
      Optional<Acceptance> reason = acceptance(part);
      if (rule.isPresent() && reason.isPresent()) {
        accepted.put(rule.get(), reason.get());
      }
    }
    return accepted;
  }

  private Optional<Acceptance> acceptance(Entry part) {
    if (!(part.value() instanceof MappingNode)) {
      return yaml.text(part.value(), "'accept'")
          .map(reason -> new Acceptance(at(reason, part), Optional.empty()));
    }
    Map<String, Entry> entries = yaml.entries(part.value(), "'accept'");
    yaml.refuseOthers(entries, List.of("because", "until"), "an acceptance");
    Optional<LocalDate> until =
        Optional.ofNullable(entries.get("until"))
            .flatMap(entry -> yaml.text(entry.value(), "'until'"))
            .flatMap(this::day);
    return yaml.required(entries, "because", part.value())
        .flatMap(entry -> yaml.text(entry.value(), "'because'"))
        .map(reason -> new Acceptance(at(reason, part), until));
  }

  private static Text at(Text reason, Entry part) {
    return new Text(reason.value(), part.key().at());
  }

  private Optional<LocalDate> day(Text text) {
    try {
      return Optional.of(LocalDate.parse(text.value()));
    } catch (DateTimeParseException wrong) {
      yaml.error(text.at(), "'" + text + "' is not a date", "write it like 2027-03-31");
      return Optional.empty();
    }
  }
}
