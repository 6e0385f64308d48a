package dev.shelftwin.generate;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Role;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.text.WordUtils;

/** The paragraph of a mapper's Javadoc about fields that are not mapped on purpose. */
final class UnmappedFieldsDoc {

  private static final int WIDTH = 88;

  private final Map<String, Set<String>> fieldsByReason = new LinkedHashMap<>();

  UnmappedFieldsDoc(List<HopLedger> hops) {
    for (HopLedger ledger : hops) {
      for (FieldMapping mapping : ledger.mappings()) {
        if (mapping instanceof FieldMapping.Stays && !ledger.hop().changes()) {
          fieldsByReason
              .computeIfAbsent(reason(ledger.hop(), mapping), reason -> new LinkedHashSet<>())
              .add("{@code " + path(ledger.hop(), mapping) + "}");
        }
      }
    }
  }

  /** The paragraph; empty if there are no such fields. */
  String javadoc() {
    if (fieldsByReason.isEmpty()) {
      return "";
    }
    StringBuilder text = new StringBuilder("\n\n<p>Not mapped on purpose:\n\n<ul>");
    fieldsByReason.forEach(
        (reason, fields) -> {
          String item = "<li>" + String.join(", ", fields) + ": " + reason;
          text.append("\n  ").append(WordUtils.wrap(item, WIDTH, "\n      ", false));
        });
    return text.append("\n</ul>").toString();
  }

  private static String reason(Hop hop, FieldMapping mapping) {
    String reason = mapping.reason().orElse("").replace("*/", "*&#47;").replace("@", "&#64;");
    boolean leavesTheDomain = mapping.target().isEmpty() && hop.from().role() == Role.DOMAIN;
    return leavesTheDomain ? "not in " + hop.to().shape() + ", " + reason : reason;
  }

  private static String path(Hop hop, FieldMapping mapping) {
    return mapping
        .target()
        .map(hop.to()::path)
        .orElseGet(() -> hop.from().path(mapping.sources().get(0)));
  }
}
