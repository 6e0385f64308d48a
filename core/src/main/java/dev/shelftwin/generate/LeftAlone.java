package dev.shelftwin.generate;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Role;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.text.WordUtils;

/** What a mapper leaves alone on purpose, for the readers of its documentation. */
final class LeftAlone {

  private static final int WIDTH = 88;

  private final Map<String, Set<String>> fieldsByReason = new LinkedHashMap<>();

  LeftAlone(List<HopLedger> hops) {
    for (HopLedger ledger : hops) {
      for (Entry entry : ledger.entries()) {
        if (entry.account() == Account.STAYS && !ledger.hop().changes()) {
          fieldsByReason
              .computeIfAbsent(reason(ledger.hop(), entry), reason -> new LinkedHashSet<>())
              .add("{@code " + path(ledger.hop(), entry) + "}");
        }
      }
    }
  }

  /** A paragraph of Javadoc; empty where nothing is left alone. */
  String javadoc() {
    if (fieldsByReason.isEmpty()) {
      return "";
    }
    StringBuilder text = new StringBuilder("\n\n<p>Left alone on purpose:\n\n<ul>");
    fieldsByReason.forEach(
        (reason, fields) -> {
          String item = "<li>" + String.join(", ", fields) + ": " + reason;
          text.append("\n  ").append(WordUtils.wrap(item, WIDTH, "\n      ", false));
        });
    return text.append("\n</ul>").toString();
  }

  private static String reason(Hop hop, Entry entry) {
    String reason = entry.reason().orElse("").replace("*/", "*&#47;").replace("@", "&#64;");
    boolean leavesTheDomain = entry.target().isEmpty() && hop.from().role() == Role.DOMAIN;
    return leavesTheDomain ? "not in " + hop.to().shape() + ", " + reason : reason;
  }

  private static String path(Hop hop, Entry entry) {
    return entry
        .target()
        .map(hop.to()::path)
        .orElseGet(() -> hop.from().path(entry.sources().get(0)));
  }
}
