package dev.shelftwin.observe;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The name of a method in a plan.
 *
 * @param owner the binary name of the class
 * @param method the method; {@code new} for a constructor
 * @param parameters the qualified names of the parameter types; empty if they are not given
 */
record MapperName(String owner, String method, Optional<List<String>> parameters) {

  private static final Pattern NAME =
      Pattern.compile("([\\p{L}\\p{N}_$.]+)\\.([\\p{L}_$][\\p{L}\\p{N}_$]*)(?:\\(([^()]*)\\))?");

  /** The name in a text such as {@code coop.kiln.Views.toView(coop.kiln.Firing)}. */
  static Optional<MapperName> of(String text) {
    Matcher matcher = NAME.matcher(text.strip());
    if (!matcher.matches()) {
      return Optional.empty();
    }
    Optional<List<String>> parameters =
        Optional.ofNullable(matcher.group(3))
            .map(
                list ->
                    Stream.of(list.split(","))
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .toList());
    return Optional.of(new MapperName(matcher.group(1), matcher.group(2), parameters));
  }

  boolean isConstructor() {
    return method.equals("new");
  }
}
