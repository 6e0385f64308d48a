package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.observe.ObservedMapper;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is found in mappers that call each other, told once: for the first mapper of a hop, and for
 * the mapper of an object rather than for those of the objects that hold it.
 */
final class FindingsOnce {

  /** What two findings have in common if they tell the same; the hop is empty if any will do. */
  private record Told(Optional<HopId> hop, RuleId rule, String message) {}

  private final List<Finding> shown = new ArrayList<>();
  private final long repeated;

  FindingsOnce(List<ObservedMapper> mappers) {
    Set<Told> ofAny =
        mappers.stream()
            .flatMap(mapper -> mapper.findings().stream())
            .map(finding -> new Told(Optional.empty(), finding.rule(), finding.message()))
            .collect(Collectors.toSet());
    Set<Told> told = new HashSet<>();
    for (ObservedMapper mapper : mappers) {
      for (Finding finding : mapper.findings()) {
        boolean first = told.add(new Told(finding.hop(), finding.rule(), finding.message()));
        boolean ofPart =
            withinParts(finding.message(), mapper.held())
                .anyMatch(text -> ofAny.contains(new Told(Optional.empty(), finding.rule(), text)));
        if (first && !ofPart) {
          shown.add(finding);
        }
      }
    }
    repeated = mappers.stream().mapToLong(mapper -> mapper.findings().size()).sum() - shown.size();
  }

  /** In the order of the mappers. */
  List<Finding> shown() {
    return List.copyOf(shown);
  }

  /** A line with the number of findings that are not shown again; none if all are shown. */
  List<String> aside() {
    return repeated == 0
        ? List.of()
        : List.of(repeated + " not shown again, as other mappers have them too");
  }

  /** A message as it would be about the objects that fields hold. */
  private static Stream<String> withinParts(String message, Map<String, String> held) {
    Set<String> texts = new LinkedHashSet<>(Set.of(message));
    held.forEach(
        (path, type) -> {
          if (message.contains(path + ".")) {
            Pattern below = Pattern.compile("(?<![\\w.])" + Pattern.quote(path + "."));
            String part = Matcher.quoteReplacement(type + ".");
            texts.addAll(texts.stream().map(text -> below.matcher(text).replaceAll(part)).toList());
          }
        });
    return texts.stream().skip(1);
  }
}
