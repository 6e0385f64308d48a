package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.stream.Stream;

/** Classes that should have been checked but could not be read. */
final class UnreadCode {

  private UnreadCode() {}

  /** Findings for unreadable class files, and for packages without any compiled class. */
  static Stream<RuleMatch> of(List<String> packages, String owner, Place at, RuleContext context) {
    if (!context.dependencies().exist()) {
      return Stream.empty();
    }
    List<String> files =
        packages.stream()
            .flatMap(name -> context.dependencies().unreadable(name).stream())
            .toList();
    if (!files.isEmpty()) {
      return files.stream()
          .map(
              file ->
                  match(
                      owner,
                      file + " cannot be read, so its dependencies are unknown.",
                      "build it again, for Java 26 or an earlier version",
                      at));
    }
    boolean empty = packages.stream().allMatch(name -> context.dependencies().in(name).isEmpty());
    return empty
        ? Stream.of(
            match(
                owner,
                "There is no compiled class in "
                    + String.join(", ", packages)
                    + ", so its dependencies are unknown.",
                "build the project, or correct the package",
                at))
        : Stream.empty();
  }

  private static RuleMatch match(String owner, String message, String advice, Place at) {
    return RuleMatch.of(Finding.of(RuleId.UNREAD_CODE, owner, message, at, Remedy.advice(advice)));
  }
}
