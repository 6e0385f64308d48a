package dev.shelftwin.source;

import dev.shelftwin.finding.InputError;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Problems with the users' code, each once, in the order in which they were met. */
final class InputErrors {

  private final Map<String, InputError> errors = new LinkedHashMap<>();

  void add(InputError error) {
    errors.putIfAbsent(error.at() + error.message(), error);
  }

  List<InputError> all() {
    return List.copyOf(errors.values());
  }
}
