package dev.shelftwin.rule;

import dev.shelftwin.finding.RuleId;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * A rule: finds one kind of problem in every subject of its scope. Rules do not depend on each
 * other and run in any order.
 *
 * @param id the identity of its findings
 * @param scope what it looks at, one by one
 * @param check finds the problems of one subject
 * @param <S> the kind of subject
 */
record Rule<S>(RuleId id, Scope<S> scope, Check<S> check) {

  Rule {
    Objects.requireNonNull(id, "id");
    Objects.requireNonNull(scope, "scope");
    Objects.requireNonNull(check, "check");
  }

  /**
   * Finds the problems of one subject.
   *
   * @param <S> the kind of subject
   */
  @FunctionalInterface
  interface Check<S> {
    Stream<RuleMatch> of(S subject, RuleContext context);
  }
}
