package dev.shelftwin.trial;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * All values that one run along a route needs.
 *
 * @param start of the object that it begins with, by field or parameter
 * @param other of the row that is written over, by field; empty where none is
 * @param given by the caller, by the field of the target
 */
record Sample(
    Map<String, Candidate> start, Map<String, Candidate> other, Map<String, Candidate> given) {

  Sample {
    start = Collections.unmodifiableMap(new LinkedHashMap<>(start));
    other = Collections.unmodifiableMap(new LinkedHashMap<>(other));
    given = Collections.unmodifiableMap(new LinkedHashMap<>(given));
  }

  static Map<String, @Nullable Object> values(Map<String, Candidate> candidates) {
    Map<String, @Nullable Object> values = new LinkedHashMap<>();
    candidates.forEach((name, candidate) -> values.put(name, candidate.value()));
    return values;
  }

  Sample withStart(String name, Candidate simpler) {
    return new Sample(with(start, name, simpler), other, given);
  }

  Sample withOther(String name, Candidate simpler) {
    return new Sample(start, with(other, name, simpler), given);
  }

  Sample withGiven(String name, Candidate simpler) {
    return new Sample(start, other, with(given, name, simpler));
  }

  private static Map<String, Candidate> with(
      Map<String, Candidate> all, String name, Candidate simpler) {
    Map<String, Candidate> changed = new LinkedHashMap<>(all);
    changed.put(name, simpler);
    return changed;
  }
}
