package dev.shelftwin.trial;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Counts the samples of a route that were refused, by what refused them. */
final class Refusals {

  private final Map<String, Refusal> byReason = new LinkedHashMap<>();

  void add(RejectedSample rejected) {
    Refusal first = new Refusal(rejected.by(), String.valueOf(rejected.getMessage()), 1);
    byReason.merge(
        rejected.by(),
        first,
        (known, one) -> new Refusal(known.by(), known.example(), known.count() + 1));
  }

  int count() {
    return byReason.values().stream().mapToInt(Refusal::count).sum();
  }

  List<Refusal> all() {
    return List.copyOf(byReason.values());
  }
}
